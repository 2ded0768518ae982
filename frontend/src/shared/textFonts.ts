const AT_LAST = 4000
let asked: Promise<unknown> | undefined

/** The fonts of running text: they come behind the first working, which has a font of its own for its numbers. */
export function loadTextFonts() {
  asked ??= import('@/styles/text-fonts.css')
  return asked
}

/** At once, unless an address names a problem: then whoever shows it says when it stands there. */
export function beginTextFonts() {
  const { pathname, search } = window.location
  if (pathname === '/work' && new URLSearchParams(search).has('problem')) setTimeout(() => void loadTextFonts(), AT_LAST)
  else void loadTextFonts()
}
