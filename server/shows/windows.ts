import type { Done } from './edit'

/** What a window with a show open hears from the server. */
export type Word =
  | ({ kind: 'edit' } & Done)
  /** How far the show is that a window has just opened. */
  | { kind: 'at'; revision: number }
  /** How many other windows have the show open. */
  | { kind: 'others'; count: number }

interface Window {
  send(text: string): unknown
}
const windows = new Map<string, Set<Window>>()

export function tellWindows(show: string, word: Word): void {
  const text = JSON.stringify(word)
  for (const window of windows.get(show) ?? []) window.send(text)
}

function tellOthers(show: string): void {
  const open = windows.get(show)
  for (const window of open ?? []) window.send(JSON.stringify({ kind: 'others', count: open!.size - 1 } satisfies Word))
}

/** A window opens a show: from now on it hears of edits, and everybody of each other. */
export function joinShow(show: string, window: Window): void {
  if (!windows.has(show)) windows.set(show, new Set())
  windows.get(show)!.add(window)
  tellOthers(show)
}

export function leaveShows(window: Window): void {
  for (const [show, open] of windows) {
    if (!open.delete(window)) continue
    if (open.size === 0) windows.delete(show)
    else tellOthers(show)
  }
}
