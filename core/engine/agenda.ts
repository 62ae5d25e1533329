import { createHeap } from './heap'

/** Entries due within this of the earliest thing pending belong to its time (s). */
export const SAME_TIME = 1e-9

export interface Entry {
  time: number
  order: number
  act: () => void
  dropped: boolean
}

export interface Agenda {
  /** Puts something on the agenda. */
  put(time: number, act: () => void): Entry
  /** The time of the earliest entry, Infinity if there is none. */
  next(): number
  /** Acts on everything that belongs to a time, also on what is put there meanwhile, in the order in which it was put. */
  flush(time: number): void
}

/** Time as a value: entries in a heap ordered by (time, order). */
export function createAgenda(): Agenda {
  const heap = createHeap<Entry>((a, b) => a.time < b.time || (a.time === b.time && a.order < b.order))
  let order = 0
  let due: Entry[] | null = null
  let dueUntil = 0

  /** The earliest entry that has not been dropped. */
  function earliest(): Entry | undefined {
    let top = heap.peek()
    while (top?.dropped) {
      heap.pop()
      top = heap.peek()
    }
    return top
  }
  return {
    put(time, act) {
      const entry = { time, order: order++, act, dropped: false }
      if (due && time <= dueUntil) due.push(entry)
      else heap.push(entry)
      return entry
    },
    next: () => earliest()?.time ?? Infinity,
    flush(time) {
      dueUntil = time + SAME_TIME
      due = []
      for (let top = earliest(); top && top.time <= dueUntil; top = earliest()) due.push(heap.pop()!)
      if (due.length > 1) due.sort((a, b) => a.order - b.order)
      for (let i = 0; i < due.length; i++) if (!due[i].dropped) due[i].act()
      due = null
    },
  }
}
