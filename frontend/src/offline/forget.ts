/** As in readKept.ts, from which nothing can be shared: a service worker is one file. */
export const READ = 'keen-slate-read'

/** Forget what was loaded: it is somebody's. The program itself stays. */
export async function forgetRead() {
  // What is on its way is the worker's to leave out.
  navigator.serviceWorker?.controller?.postMessage('forget')
  if ('caches' in window) await caches.delete(READ)
}
