import { columnsFor, copyOf, type Columns } from './columns'
import type { Legend } from './legend'
import type { Log } from './log'

const NO_LEGEND: Legend = {
  zones: [],
  cues: [],
  rules: [],
  steps: [],
  sounds: [],
  buses: [],
  signals: [],
  flags: [],
  keys: [],
}

/** A log that is being written, run after run: its columns grow, and nothing is made for an event but its numbers. */
export class Draft {
  count = 0
  /** How many of `numbers` are used. */
  used = 0
  /** How many events the time that was last has had. */
  atOnce = 0
  columns = columnsFor(512, 1024)
  bodies: string[] = []
  walkers = 0
  legend: Legend = NO_LEGEND

  /** Begins anew: the log of bodies with these ids, of which so many walk. */
  begin(legend: Legend, bodies: string[], walkers: number): void {
    this.count = this.used = this.atOnce = 0
    this.legend = legend
    this.bodies = bodies
    this.walkers = walkers
  }

  /** What has been written, in columns of just its length. */
  log(): Log {
    return this.over(copyOf(this.columns, this.count, this.used))
  }

  /** What has been written so far, in columns that are written on. */
  soFar(): Log {
    return this.over(this.columns)
  }

  private over({ t, numbers, what, playing, value, body, kind }: Columns): Log {
    const { count, bodies, walkers, legend } = this
    return { t, numbers, what, playing, value, body, kind, count, bodies, walkers, legend }
  }

  /** Makes the columns larger: for so many events, or numbers. */
  grow(events: number, numbers: number): void {
    this.columns = copyOf(this.columns, this.count, this.used, events, numbers)
  }
}
