const PARTS_LATER = 3000

/** Keep the program in the browser once the first working stands there, and nothing else is to be done. */
export function keepForLater() {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return
  setTimeout(() => void begin(), PARTS_LATER)
}

async function begin() {
  try {
    await navigator.serviceWorker.register('/service-worker.js')
    const { active } = await navigator.serviceWorker.ready
    active?.postMessage('fetch all')
  } catch {
    // Without it everything is as it is, as long as Keen Slate answers.
  }
}
