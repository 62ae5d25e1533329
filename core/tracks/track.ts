import type { Floor, WalkPoint } from '../show'
import {
  keptOf,
  NO_WAY,
  NUMBERS_OF_SAMPLE as NUMBERS,
  pointOf,
  wayBetween,
  type Sample,
  type Tolerance,
} from '../walking'

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
/** What is known of a sample besides its numbers. */
const STAYS = 1
const PUT = 2

/** Gathers the samples of one player as numbers, and keeps few of them: a file of hours is never in memory as a whole. */
export class TrackMaker {
  /** The floor that they were on last. */
  floor: Floor | undefined
  private readonly numbers = new Float64Array(NUMBERS * AT_ONCE)
  private readonly stays = new Uint8Array(AT_ONCE)
  private readonly keys = new Map<number, string>()
  private fresh = 0
  private readonly kept: Sample[] = []
  private count = 0
  constructor(
    readonly who: string,
    private readonly tolerance: Tolerance,
  ) {}

  /** When it was last (s). */
  get last(): number {
    return this.fresh === 0 ? -Infinity : this.numbers[NUMBERS * (this.fresh - 1)]
  }
  add(t: number, x: number, y: number, z: number, yaw: number, key: string | undefined): void {
    if (this.fresh === AT_ONCE) this.simplify()
    const { numbers: n, stays, fresh } = this
    const at = NUMBERS * fresh
    stays[fresh] = key === undefined ? 0 : STAYS
    if (fresh > 0) {
      const before = at - NUMBERS
      const seconds = t - n[before]
      const way = Math.hypot(x - n[before + 1], y - n[before + 2], z - n[before + 3])
      if ((way > JUMP && way / seconds > FASTEST) || (seconds > GAP && way > AWAY)) {
        stays[fresh] |= PUT
        stays[fresh - 1] |= STAYS
      }
    }
    n[at] = t
    n[at + 1] = x
    n[at + 2] = y
    n[at + 3] = z
    n[at + 4] = yaw
    if (key !== undefined) this.keys.set(fresh, key)
    this.fresh++
    this.count++
  }

  private simplify(): void {
    const few = this.few()
    // The last stretch may go on further than this: it begins with the sample before the last that is kept.
    const from = few.length > 2 ? few.length - 2 : few.length - 1
    for (const index of few.slice(0, from)) this.keep(index)
    this.forgetBefore(few[from])
  }
  private few = (): number[] =>
    keptOf({ count: this.fresh, numbers: this.numbers, stays: this.stays }, () => this.tolerance)
  private keep(index: number): void {
    const at = NUMBERS * index
    const [t, x, y, z, yaw] = this.numbers.subarray(at, at + NUMBERS)
    const sample: Sample = { t, at: [x, y, z], yaw }
    const key = this.keys.get(index)
    if (key !== undefined) sample.key = key
    if (this.stays[index] & PUT) sample.put = true
    this.kept.push(sample)
  }
  private forgetBefore(index: number): void {
    this.numbers.copyWithin(0, NUMBERS * index)
    this.stays.copyWithin(0, index)
    const keys = [...this.keys].filter(([at]) => at >= index)
    this.keys.clear()
    for (const [at, key] of keys) this.keys.set(at - index, key)
    this.fresh -= index
  }

  /** The track as a whole, by the file's clock. `faces`: whether which way they faced was known. */
  made(faces: boolean): Track {
    for (const index of this.few()) this.keep(index)
    this.fresh = 0
    const points: WalkPoint[] = []
    this.kept.forEach((sample, i) => {
      const before = this.kept[i - 1]
      const point = points[points.length - 1]
      if (before) {
        const [seconds, way] = [sample.t - before.t, wayBetween(before, sample)]
        if (sample.put || way < NO_WAY) point.pause += seconds
        else point.pace = way / seconds
        const says = sample.key !== undefined || sample.put || sample.yaw !== before.yaw
        if (way < NO_WAY && !says && i < this.kept.length - 1) return
      }
      points.push({ ...pointOf(sample, faces), jump: sample.put === true })
    })
    return { who: this.who, start: this.kept[0].t, points, samples: this.count }
  }
}
