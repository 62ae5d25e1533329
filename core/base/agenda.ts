import { Gathered } from './lists'

/** Entries due within this of the earliest thing pending belong to its time (s). */
export const SAME_TIME = 1e-9

/** Something on the agenda, by its number in the order in which things were put there. */
export type Entry = number
export const NO_ENTRY: Entry = -1

type Action<W, S> = (world: W, subject: S) => void

/** Time as a value: entries in a heap ordered by (time, order), in columns, so that nothing is made for an entry. They act on a world. */
export class Agenda<W> {
  private times = new Float64Array(512)
  private dropped = new Uint8Array(512)
  private heap = new Int32Array(512)
  private actions: Action<W, never>[] = []
  private subjects: unknown[] = []
  private count = 0
  private size = 0
  private readonly due = new Gathered()
  /** While a time is flushed, what is put for it acts still. */
  private dueUntil = -Infinity

  /** Puts something on the agenda. */
  put<S>(time: number, action: Action<W, S>, subject: S): Entry {
    const entry = this.count++
    if (entry === this.times.length) this.grow()
    this.times[entry] = time
    this.dropped[entry] = 0
    this.actions[entry] = action
    this.subjects[entry] = subject
    if (time <= this.dueUntil) this.due.add(entry)
    else this.push(entry)
    return entry
  }

  /** Takes something off the agenda, if it is on it. */
  drop(entry: Entry): void {
    if (entry !== NO_ENTRY) this.dropped[entry] = 1
  }

  /** The time of the earliest entry, Infinity if there is none. */
  next(): number {
    while (this.size > 0 && this.dropped[this.heap[0]] === 1) this.forget(this.pop())
    return this.size > 0 ? this.times[this.heap[0]] : Infinity
  }

  /** Acts on everything that belongs to a time, also on what is put there meanwhile, in the order in which it was put. */
  flush(time: number, world: W): void {
    const until = time + SAME_TIME
    if (this.next() > until) return
    const due = this.due
    while (this.size > 0 && this.times[this.heap[0]] <= until) due.add(this.pop())
    due.sort()
    this.dueUntil = until
    for (let i = 0; i < due.count; i++) {
      const entry = due.at(i)
      if (this.dropped[entry] === 0) this.actions[entry](world, this.subjects[entry] as never)
      this.forget(entry)
    }
    due.clear()
    this.dueUntil = -Infinity
  }

  /** What has been done is held no longer: a live run can go on for hours. */
  private forget(entry: Entry): void {
    this.subjects[entry] = undefined
  }

  /** Leaves an agenda with nothing on it. */
  clear(): void {
    this.subjects.fill(undefined, 0, this.count)
    this.due.clear()
    this.count = this.size = 0
    this.dueUntil = -Infinity
  }

  private before(a: Entry, b: Entry): boolean {
    const times = this.times
    return times[a] < times[b] || (times[a] === times[b] && a < b)
  }

  private push(entry: Entry): void {
    const heap = this.heap
    let i = this.size++
    while (i > 0) {
      const parent = (i - 1) >> 1
      if (!this.before(entry, heap[parent])) break
      heap[i] = heap[parent]
      i = parent
    }
    heap[i] = entry
  }

  private pop(): Entry {
    const heap = this.heap
    const top = heap[0]
    const n = --this.size
    const last = heap[n]
    let i = 0
    for (;;) {
      let child = 2 * i + 1
      if (child >= n) break
      if (child + 1 < n && this.before(heap[child + 1], heap[child])) child++
      if (!this.before(heap[child], last)) break
      heap[i] = heap[child]
      i = child
    }
    heap[i] = last
    return top
  }

  private grow(): void {
    const size = 2 * this.times.length
    const times = new Float64Array(size)
    const dropped = new Uint8Array(size)
    const heap = new Int32Array(size)
    times.set(this.times)
    dropped.set(this.dropped)
    heap.set(this.heap)
    this.times = times
    this.dropped = dropped
    this.heap = heap
  }
}
