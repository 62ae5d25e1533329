import { thousandths } from '../base'
import type { Floor, Point, WalkPoint } from '../show'
import { simplified, type Sample, type Tolerance } from '../walking'

/** Where a real player was over time, as the points of a walk. */
export interface Track {
  who: string
  /** When it begins (s). */
  start: number
  points: WalkPoint[]
  /** How many samples it was read from. */
  samples: number
}

/** Who goes faster than this over more than this way was put elsewhere (m/s, m). */
const FASTEST = 12
const JUMP = 1
/** After a gap of so long (s) in which they came further than this (m), nobody knows which way they went. */
const GAP = 2
const AWAY = 0.5
/** So many samples are simplified at once. */
const AT_ONCE = 900
/** Less than this is no way (m). */
const NO_WAY = 1e-4

/** Gathers the samples of one player, and keeps few of them: a file of hours is never in memory as a whole. */
export class TrackMaker {
  private fresh: Sample[] = []
  private readonly kept: Sample[] = []
  private count = 0
  /** The floor that they were on last. */
  floor: Floor | undefined
  constructor(
    readonly who: string,
    private readonly tolerance: Tolerance,
  ) {}

  /** When it was last. */
  get last(): number {
    return this.fresh.length === 0 ? -Infinity : this.fresh[this.fresh.length - 1].t
  }
  add(sample: Sample): void {
    const before = this.fresh[this.fresh.length - 1]
    if (before) {
      const seconds = sample.t - before.t
      const [x, y, z] = sample.at
      const way = Math.hypot(x - before.at[0], y - before.at[1], z - before.at[2])
      if ((way > JUMP && way / seconds > FASTEST) || (seconds > GAP && way > AWAY)) sample.put = true
      if (sample.put) before.stays = true
    }
    this.count++
    this.fresh.push(sample)
    if (this.fresh.length >= AT_ONCE) this.simplify(false)
  }
  private simplify(isEnd: boolean): void {
    const few = simplified(this.fresh, () => this.tolerance)
    // The last stretch may go on further than this.
    const whole = isEnd || few.length < 3 ? few.length : few.length - 2
    this.kept.push(...few.slice(0, whole))
    this.fresh = isEnd ? [] : whole === few.length ? [] : this.fresh.slice(this.fresh.indexOf(few[whole]))
    if (!isEnd && this.fresh.length === 0) this.fresh = this.kept.splice(-1)
  }

  /** The track as a whole. `faces`: whether which way they faced was known. `zero`: what time is the run's begin (s). */
  made(faces: boolean, zero: number): Track {
    this.simplify(true)
    const points: WalkPoint[] = []
    this.kept.forEach((sample, i) => {
      const before = this.kept[i - 1]
      const point = points[points.length - 1]
      if (before) {
        const [seconds, way] = [sample.t - before.t, Math.hypot(...sample.at.map((v, k) => v - before.at[k]))]
        if (sample.put || way < NO_WAY) point.pause += seconds
        else point.pace = way / seconds
        const says = sample.key !== undefined || sample.put || sample.yaw !== before.yaw
        if (way < NO_WAY && !says && i < this.kept.length - 1) return
      }
      points.push({
        at: sample.at.map(thousandths) as Point,
        pause: 0,
        use: sample.key !== undefined,
        key: sample.key ?? 'E',
        useAfter: 0,
        look: faces ? { yaw: thousandths(sample.yaw) } : 'ahead',
        arrive: false,
        jump: sample.put === true,
      })
    })
    return { who: this.who, start: this.kept[0].t - zero, points, samples: this.count }
  }
}
