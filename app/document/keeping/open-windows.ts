import { newId } from '~/words/new-id'

/** A page that is being reloaded has its lock for a moment yet (ms). */
const PATIENCE = 1000
/** Windows that are there answer so soon (ms). */
const ANSWER = 250
const LOCK = 'esvik-desk:'
const WINDOW = 'esvik-desk'

/** How windows of this browser know of each other. */
interface Roll {
  /** Takes a name; false if another window has it. */
  claim(name: string): Promise<boolean>
  /** The names that windows have now. */
  names(): Promise<Set<string>>
}

/** By locks, which the browser lets go when a window ends. */
const byLocks: Roll = {
  claim: (name) =>
    new Promise((resolve) => {
      const held = () => {
        resolve(true)
        // As long as this page is there.
        return new Promise<void>(() => {})
      }
      navigator.locks.request(LOCK + name, { signal: AbortSignal.timeout(PATIENCE) }, held).catch(() => resolve(false))
    }),
  async names() {
    const { held = [] } = await navigator.locks.query()
    return new Set(held.flatMap(({ name }) => (name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : [])))
  },
}

/** By asking around: a page that is no secure context has no locks. */
function byAsking(): Roll {
  const channel = new BroadcastChannel(WINDOW)
  let own: string | undefined
  const heard = new Set<string>()
  channel.onmessage = ({ data }: MessageEvent<{ asks: true } | { here: string }>) => {
    if ('here' in data) heard.add(data.here)
    else if (own) channel.postMessage({ here: own })
  }
  const names = async () => {
    heard.clear()
    channel.postMessage({ asks: true })
    await new Promise((done) => setTimeout(done, ANSWER))
    return new Set(heard)
  }
  return {
    names,
    async claim(name) {
      if ((await names()).has(name)) return false
      own = name
      return true
    },
  }
}

let roll: Roll | undefined
const theRoll = (): Roll => (roll ??= navigator.locks ? byLocks : byAsking())

let own: Promise<string> | undefined
/** What this window is called: the same after a reload, another in a window that was opened as a copy of this one. */
export const ownWindow = (): Promise<string> =>
  (own ??= (async () => {
    const known = sessionStorage.getItem(WINDOW)
    if (known && (await theRoll().claim(known))) return known
    const made = newId()
    sessionStorage.setItem(WINDOW, made)
    await theRoll().claim(made)
    return made
  })())

/** The names of windows that are open now. */
export const openWindows = (): Promise<Set<string>> => theRoll().names()

/** Does something while no other window of this browser does it. Without locks several may: the server takes an edit once, by its id. */
export async function alone(name: string, work: () => Promise<void>): Promise<void> {
  if (navigator.locks) await navigator.locks.request(name, work)
  else await work()
}
