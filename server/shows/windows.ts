import type { Shown, Word } from './messages'
import { needed } from '../../core/base'

export interface Window {
  id: string
  /** It hears of edits and is no window: nobody is told of it. */
  isNobody?: boolean
  /** It goes where another's playhead goes. */
  follows?: boolean
  send(text: string): void
  /** How many bytes it has been sent and has not taken. */
  waiting(): number
  close(): void
}
/** The windows that have a show open, by its id. */
const windows = new Map<string, Map<string, Window>>()

/** A window for which so much waits doesn't read: it is closed, and catches up when it joins again (bytes). */
const MOST_WAITING = 8 * 1024 * 1024

function tell(window: Window, text: string): void {
  if (window.waiting() + text.length > MOST_WAITING) {
    leaveShows(window.id)
    window.close()
  } else window.send(text)
}

export const tellWindows = (show: string, word: Word): void => tellWindowsText(show, JSON.stringify(word))
export function tellWindowsText(show: string, text: string): void {
  for (const window of [...(windows.get(show)?.values() ?? [])]) tell(window, text)
}

/** What a window looks at is told to those that follow. */
export function show(window: string, shown: Shown): void {
  const text = JSON.stringify({ kind: 'shown', shown } satisfies Word)
  for (const open of windows.values())
    if (open.has(window)) for (const other of open.values()) if (other.follows && other.id !== window) tell(other, text)
}
/** A window follows others from now on, or no more. */
export function follow(window: string, follows: boolean): void {
  for (const open of windows.values()) {
    const one = open.get(window)
    if (!one) continue
    one.follows = follows
    tellFollowers(open)
  }
}
function tellFollowers(open: ReadonlyMap<string, Window>): void {
  const all = [...open.values()].filter(({ follows }) => follows).length
  for (const window of open.values()) {
    const count = all - (window.follows ? 1 : 0)
    tell(window, JSON.stringify({ kind: 'followers', count } satisfies Word))
  }
}

function tellOthers(show: string): void {
  const count = [...(windows.get(show)?.values() ?? [])].filter(({ isNobody }) => !isNobody).length - 1
  tellWindows(show, { kind: 'others', count })
}

/** A window opens a show: from now on it hears of edits, and everybody of each other. */
export function joinShow(show: string, window: Window): void {
  if (!windows.has(show)) windows.set(show, new Map())
  needed(windows.get(show), `windows`).set(window.id, window)
  tellOthers(show)
}

export function leaveShows(window: string): void {
  for (const [show, open] of windows) {
    if (!open.delete(window)) continue
    if (open.size === 0) windows.delete(show)
    else tellOthers(show)
    tellFollowers(open)
  }
}
