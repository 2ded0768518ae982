/** Forget what was loaded: it is somebody's. The program itself stays. */
export async function forgetRead() {
  if ('caches' in window) await caches.delete('keen-slate-read')
}
