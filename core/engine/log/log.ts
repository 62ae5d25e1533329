import { copyOf, type Columns } from './columns'
import type { Legend } from './legend'

/**
 * The log of a run in columns: one number of each for an event, 23 bytes in all, and what `numbers` holds for it.
 * `what` is a zone, rule, cue, step, signal or flag by its place in the legend; `value` a gate, reason, count or set of locks,
 * or the place in `numbers` where an event's own numbers begin; −1 stands for nobody and nothing.
 */
export interface Log extends Columns {
  count: number
  /** Ids of the bodies: those that walk and, from `walkers` on, props that fly. */
  bodies: string[]
  walkers: number
  legend: Legend
}

/** The first events of a log, at most so many. */
export function firstEvents(log: Log, most: number): Log {
  if (log.count <= most) return log
  return { ...log, ...copyOf(log, most, log.numbers.length), count: most }
}

/** The buffer of a log, to be given away to another thread with it. */
export const buffersOf = ({ t }: Log): ArrayBuffer[] => [t.buffer as ArrayBuffer]

/** How many events of a log have happened by a time, those of that time too. */
export function countUntil(log: Log, t: number): number {
  let low = 0
  let high = log.count
  while (low < high) {
    const middle = (low + high) >> 1
    if (log.t[middle] <= t) low = middle + 1
    else high = middle
  }
  return low
}
