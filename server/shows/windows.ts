import type { Word } from './messages'
import { needed } from '../../core/base'

interface Window {
  id: string
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

function tellOthers(show: string): void {
  const count = (windows.get(show)?.size ?? 0) - 1
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
  }
}
