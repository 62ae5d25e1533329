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

/** Time as a value: a binary heap of entries ordered by (time, order). */
export function createAgenda(): Agenda {
  const heap: Entry[] = []
  let order = 0
  let due: Entry[] | null = null
  let dueUntil = 0

  const before = (a: Entry, b: Entry) => a.time < b.time || (a.time === b.time && a.order < b.order)
  function push(entry: Entry): void {
    let i = heap.length
    heap.push(entry)
    while (i > 0) {
      const parent = (i - 1) >> 1
      if (!before(entry, heap[parent])) break
      heap[i] = heap[parent]
      i = parent
    }
    heap[i] = entry
  }
  function pop(): Entry {
    const top = heap[0]
    const last = heap.pop()!
    const n = heap.length
    if (n > 0) {
      let i = 0
      for (;;) {
        let child = 2 * i + 1
        if (child >= n) break
        if (child + 1 < n && before(heap[child + 1], heap[child])) child++
        if (!before(heap[child], last)) break
        heap[i] = heap[child]
        i = child
      }
      heap[i] = last
    }
    return top
  }
  const trim = () => {
    while (heap.length > 0 && heap[0].dropped) pop()
  }
  return {
    put(time, act) {
      const entry = { time, order: order++, act, dropped: false }
      if (due && time <= dueUntil) due.push(entry)
      else push(entry)
      return entry
    },
    next() {
      trim()
      return heap.length > 0 ? heap[0].time : Infinity
    },
    flush(time) {
      dueUntil = time + SAME_TIME
      due = []
      for (trim(); heap.length > 0 && heap[0].time <= dueUntil; trim()) due.push(pop())
      due.sort((a, b) => a.order - b.order)
      for (let i = 0; i < due.length; i++) if (!due[i].dropped) due[i].act()
      due = null
    },
  }
}
