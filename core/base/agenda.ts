/** Entries due within this of the earliest thing pending belong to its time (s). */
export const SAME_TIME = 1e-9

/** Something on the agenda, by its number in the order in which things were put there. */
export type Entry = number
/** The place of an entry that is on no agenda. */
export const NO_ENTRY: Entry = -1

type Action<W, S> = (world: W, subject: S) => void

/** The rank of what has none: it comes after what has one. */
export const NO_RANK = 0x7fffffff

/**
 * Time as a value: entries in a heap ordered by (time, order), in columns, so that nothing is made for an entry. They act on a world; those of
 * one time by their rank, the least first, and within one in the order in which they were put.
 */
export class Agenda<W> {
  private times = new Float64Array(512)
  private dropped = new Uint8Array(512)
  private ranks = new Int32Array(512)
  private heap = new Int32Array(512)
  private actions: Action<W, never>[] = []
  private subjects: unknown[] = []
  private count = 0
  private size = 0
  /** What is due at the time that is being flushed, in its order, and how many of it have acted. */
  private readonly due: Entry[] = []
  private acted = 0
  /** While a time is flushed, what is put for it acts still. */
  private dueUntil = -Infinity

  /** Puts something on the agenda. */
  put<S>(time: number, action: Action<W, S>, subject: S, rank = NO_RANK): Entry {
    const entry = this.count++
    if (entry === this.times.length) this.grow()
    this.times[entry] = time
    this.dropped[entry] = 0
    this.ranks[entry] = rank
    this.actions[entry] = action
    this.subjects[entry] = subject
    if (time <= this.dueUntil) this.addDue(entry)
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

  /** Puts an entry among what is due and has not acted yet. */
  private addDue(entry: Entry): void {
    const { due } = this
    let at = due.push(entry) - 1
    for (; at > this.acted && this.comesFirst(entry, due[at - 1]); at--) due[at] = due[at - 1]
    due[at] = entry
  }
  private comesFirst(a: Entry, b: Entry): boolean {
    const { ranks } = this
    return ranks[a] < ranks[b] || (ranks[a] === ranks[b] && a < b)
  }

  /** What is still to come, each with its time; for whoever compares one state of a run with another. */
  pending(): { time: number; action: unknown; subject: unknown }[] {
    const entries = [...this.heap.subarray(0, this.size), ...this.due.slice(this.acted)]
    return entries
      .filter((entry) => this.dropped[entry] === 0)
      .map((entry) => ({ time: this.times[entry], action: this.actions[entry], subject: this.subjects[entry] }))
  }

  /** Acts on everything that belongs to a time, also on what is put there meanwhile, by rank and in the order in which it was put. */
  flush(time: number, world: W): void {
    const until = time + SAME_TIME
    if (this.next() > until) return
    const { due } = this
    this.acted = 0
    while (this.size > 0 && this.times[this.heap[0]] <= until) this.addDue(this.pop())
    this.dueUntil = until
    while (this.acted < due.length) {
      const entry = due[this.acted++]
      if (this.dropped[entry] === 0) this.actions[entry](world, this.subjects[entry] as never)
      this.forget(entry)
    }
    due.length = this.acted = 0
    this.dueUntil = -Infinity
  }

  /** What has been done is held no longer: a live run can go on for hours. */
  private forget(entry: Entry): void {
    this.subjects[entry] = undefined
  }

  /** Leaves an agenda with nothing on it. */
  clear(): void {
    this.subjects.fill(undefined, 0, this.count)
    this.due.length = this.acted = 0
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
    const ranks = new Int32Array(size)
    const heap = new Int32Array(size)
    times.set(this.times)
    dropped.set(this.dropped)
    ranks.set(this.ranks)
    heap.set(this.heap)
    this.times = times
    this.dropped = dropped
    this.ranks = ranks
    this.heap = heap
  }
}
