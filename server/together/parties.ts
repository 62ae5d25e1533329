import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { inTurn, openShow } from '../shows/open'
import { joinShow, leaveShows, tellWindows, type Window } from '../shows/windows'
import type { FromThread, Hello, ToThread } from './words'

/** bin/ builds the thread there. */
const BUILT = join(process.env.ESVIK_BUILD ?? join(process.cwd(), '.build'), 'party.mjs')
const MEMORY = 1024
/** No more walk or look on at once, in one show and in all. */
const MOST_WINDOWS = 16
const MOST_PARTIES = 4
/** A window whose line is broken is waited for so long (ms). */
const WAITS = 10_000
/** A thread that says nothing for so long has more to do than it can (ms). */
const SILENT = 10_000

/** What is over is told of for so long (ms). */
const LINGERS = 1000

/** A window that takes part. */
export interface Guest {
  /** A number for its line: when it comes again that is another. */
  line: string
  send(text: string): void
  waiting(): number
  close(why: string): void
}
interface Held {
  thread: Worker
  guests: Map<string, Guest>
  leaving: Map<string, NodeJS.Timeout>
  walkers: number
  heard: number
}
/** Those who walk together, by the show. */
const parties = new Map<string, Held>()
/** A window that doesn't read isn't told more than this meanwhile (bytes). */
const MOST_WAITING = 4 * 1024 * 1024

/** How many walk together in a show. */
export const walkersOf = (show: string): number => parties.get(show)?.walkers ?? 0

/** A window comes; gives why it can't. */
export async function comeIn(
  { show, key, looksOn, again, beginning }: Hello,
  guest: Guest,
): Promise<string | undefined> {
  let party = parties.get(show)
  if (again && !party?.guests.has(key)) return 'The walk together has ended'
  if (!party) {
    if (looksOn) return 'Nobody walks there any more'
    if (parties.size >= MOST_PARTIES) return 'In too many shows somebody walks already'
    const open = await inTurn(show, () => openShow(show))
    if (!open) return 'There is no such show'
    party = parties.get(show) ?? begin(show)
    if (party.guests.size === 0) post(party, { open: open.show, beginning })
  }
  if (!party.guests.has(key) && party.guests.size >= MOST_WINDOWS) return 'So many are there that no more can come'
  clearTimeout(party.leaving.get(key))
  party.guests.set(key, guest)
  post(party, { enter: key, looksOn })
  return undefined
}
/** What a window said. */
export function hear(show: string, key: string, text: string): void {
  const party = parties.get(show)
  if (party) post(party, { say: text, of: key })
}
/** A window's line is broken, or it leaves for good. */
export function goOut(show: string, key: string, line: string, forGood: boolean): void {
  const party = parties.get(show)
  if (!party || party.guests.get(key)?.line !== line) return
  const leave = () => {
    if (party.guests.get(key)?.line !== line) return
    party.guests.delete(key)
    post(party, { leave: key })
    if (party.guests.size === 0) end(show, party, 'Nobody is there any more')
  }
  if (forGood) leave()
  else party.leaving.set(key, setTimeout(leave, WAITS).unref())
}

const post = (party: Held, word: ToThread): void => party.thread.postMessage(word)

function begin(show: string): Held {
  const thread = new Worker(BUILT, { resourceLimits: { maxOldGenerationSizeMb: MEMORY } })
  const party: Held = { thread, guests: new Map(), leaving: new Map(), walkers: 0, heard: Date.now() }
  parties.set(show, party)
  const watch = setInterval(() => {
    if (Date.now() - party.heard > SILENT) end(show, party, 'The run takes longer than it lasts')
  }, SILENT / 4).unref()
  // It hears of edits as a window does, and is none.
  const ears: Window = {
    id: `party ${show}`,
    isNobody: true,
    send: (word) => post(party, { word }),
    waiting: () => 0,
    close() {},
  }
  joinShow(show, ears)
  thread.on('message', (word: FromThread) => {
    party.heard = Date.now()
    if ('to' in word) {
      const guest = party.guests.get(word.to)
      if (guest && guest.waiting() < MOST_WAITING) guest.send(word.text)
    } else if ('failed' in word) end(show, party, word.failed)
    else {
      party.walkers = word.walkers
      if (word.isOver) setTimeout(() => end(show, party, 'It is over'), LINGERS).unref()
      tellWindows(show, { kind: 'walkers', count: word.walkers })
    }
  })
  thread.on('error', (error) => {
    console.error(error)
    end(show, party, 'The run could not go on')
  })
  thread.on('exit', () => {
    clearInterval(watch)
    end(show, party, 'The run has ended')
  })
  return party
}

function end(show: string, party: Held, why: string): void {
  if (parties.get(show) !== party) return
  parties.delete(show)
  leaveShows(`party ${show}`)
  for (const guest of party.guests.values()) guest.close(why)
  for (const timer of party.leaving.values()) clearTimeout(timer)
  tellWindows(show, { kind: 'walkers', count: 0 })
  void party.thread.terminate()
}
