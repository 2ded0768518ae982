/**
 * Asks for the working or the set that an address names while the program itself is still on its way. It stands alone,
 * so that it is there first; what it asked is taken by the client where the program asks exactly the same.
 */
declare global {
  interface Window {
    askedEarly?: Record<string, Promise<Response>>
  }
}

interface Kept {
  settings: { school?: object; policy?: string; words?: object; acronym?: string }
}

function askEarly(text: string) {
  const settings = fetch('/api/settings')
  window.askedEarly = { 'GET /api/settings ': settings.then((answer) => answer.clone()) }
  void settings
    .then((answer) => answer.json() as Promise<Kept>)
    .then(({ settings: { school, policy, words = {}, acronym = 'none' } }) => {
      const here = JSON.parse(sessionStorage.getItem('keen-slate:school') ?? '{}') as object
      const body = JSON.stringify({ text, school: { ...school, ...here }, turns: [], policy, words, acronym })
      const headers = { 'Content-Type': 'application/json' }
      const asked = fetch('/api/work', { method: 'POST', body, headers })
      asked.catch(() => {}) // then the program asks itself
      window.askedEarly = { ...window.askedEarly, [`POST /api/work ${body}`]: asked }
    })
    .catch(() => {})
}

const named = new URLSearchParams(location.search)
const problem = named.get('problem')
if (problem && !named.has('example')) askEarly(problem)

const set = /^\/(?:line-up|show|print)\/([\w-]+)$/.exec(location.pathname)?.[1]
if (set) {
  const asked = fetch(`/api/sets/${set}`)
  asked.catch(() => {}) // then the program asks itself
  window.askedEarly = { [`GET /api/sets/${set} `]: asked }
}

export {}
