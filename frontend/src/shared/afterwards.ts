const AT_LAST = 4000
let asked: Promise<unknown> | undefined

/** What comes behind the first working: the fonts of running text, its numbers have their own, and what is in ./later. */
export function comeAfterwards() {
  asked ??= import('./later').then(({ begin }) => begin())
  return asked
}

/** At once, unless an address names a problem: then whoever shows it says when it stands there. */
export function beginAfterwards() {
  const { pathname, search } = window.location
  if (pathname === '/work' && new URLSearchParams(search).has('problem')) setTimeout(() => void comeAfterwards(), AT_LAST)
  else void comeAfterwards()
}
