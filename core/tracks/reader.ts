import type { Floor, Point } from '../show'
import { floorHeight, insidePolygon, wrapped } from '../space'
import type { Sample } from '../walking'
import type { Mapping } from './mapping'
import { TrackMaker, type Track } from './track'

/** Heights within this of a floor are noise: the feet were on it (m). */
const NOISE = 0.35
/** A run lasts no longer than this: a file whose times begin later tells them by another clock (s). */
const LONGEST = 8 * 3600
const DEGREES = 180 / Math.PI

export interface ReadTracks {
  tracks: Track[]
  rows: number
  /** How many rows couldn't be used, and what was wrong with the first of them. */
  skipped: number
  trouble: string | undefined
}
const NOTHING_PRESSED = /^(|0|0\.0|no|false|none|null)$/i
const JUST_PRESSED = /^(1|1\.0|yes|true)$/i

/** What is wrong with a row: which, and what stands there. */
export const FAULTS = {
  noTime: (row: number, cell: string | undefined) => `Row ${row}: “${cell ?? ''}” is no time`,
  noPlace: (row: number, cells: string) => `Row ${row}: “${cells}” is no place`,
  backwards: (row: number, who: string) => `Row ${row}: ${who} goes back in time`,
}

/** Reads tracks row by row, however many players are in one file. */
export class TrackReader {
  private readonly makers = new Map<string, TrackMaker>()
  private rows = 0
  private skipped = 0
  private trouble: string | undefined
  private least = Infinity

  /** `near`: how near to the samples what is kept stays (m). */
  constructor(
    private readonly mapping: Mapping,
    private readonly floors: readonly Floor[],
    private readonly near = 0.1,
  ) {}

  add(cells: readonly string[]): void {
    const { mapping } = this
    this.rows++
    const t = numberIn(cells[mapping.time]) * mapping.seconds
    if (!Number.isFinite(t)) return this.skip(FAULTS.noTime(this.rows, cells[mapping.time]))
    const who = mapping.who === undefined ? '' : (cells[mapping.who] ?? '')
    let maker = this.makers.get(who)
    if (!maker) this.makers.set(who, (maker = new TrackMaker(who, { place: this.near, yaw: 12 })))
    const at = this.placeOf(cells, maker)
    if (!at) return this.skip(FAULTS.noPlace(this.rows, [mapping.x, mapping.y, mapping.z].flatMap((i) => (i === undefined ? [] : [cells[i]])).join(', '))) // prettier-ignore
    if (t <= maker.last) return this.skip(FAULTS.backwards(this.rows, who || 'somebody'))
    this.least = Math.min(this.least, t)
    const sample: Sample = { t, at, yaw: this.yawOf(cells) }
    const pressed = mapping.key === undefined ? '' : (cells[mapping.key] ?? '').trim()
    if (!NOTHING_PRESSED.test(pressed))
      sample.key = JUST_PRESSED.test(pressed) ? 'E' : pressed.toUpperCase().slice(0, 20)
    maker.add(sample)
  }
  private skip(trouble: string): void {
    this.skipped++
    this.trouble ??= trouble
  }
  private placeOf(cells: readonly string[], maker: TrackMaker): Point | undefined {
    const { x: cx, y: cy, z: cz, metres, flipsX, flipsZ, shift } = this.mapping
    const x = (flipsX ? -1 : 1) * numberIn(cells[cx]) * metres + shift[0]
    const z = (flipsZ ? -1 : 1) * numberIn(cells[cz]) * metres + shift[2]
    if (!Number.isFinite(x + z)) return undefined
    const told = cy === undefined ? undefined : numberIn(cells[cy]) * metres + shift[1]
    if (told !== undefined && !Number.isFinite(told)) return undefined
    return [x, this.onFloor(x, z, told, maker), z]
  }
  /** How high the feet were: on the floor that is nearest, where what was told differs by noise alone. */
  private onFloor(x: number, z: number, told: number | undefined, maker: TrackMaker): number {
    const off = (floor: Floor) => {
      if (!insidePolygon(x, z, floor.outline)) return Infinity
      return told === undefined ? 0 : Math.abs(floorHeight(floor, x, z) - told)
    }
    if (!maker.floor || off(maker.floor) > NOISE) {
      let least = NOISE
      maker.floor = undefined
      for (const floor of this.floors) {
        const far = off(floor)
        if (far <= least) [least, maker.floor] = [far, floor]
      }
    }
    return maker.floor ? floorHeight(maker.floor, x, z) : (told ?? 0)
  }
  private yawOf(cells: readonly string[]): number {
    const { yaw, radians, clockwise, zero } = this.mapping
    if (yaw === undefined) return 0
    const turned = numberIn(cells[yaw]) * (radians ? DEGREES : 1)
    return Number.isFinite(turned) ? wrapped((clockwise ? -turned : turned) + zero) : 0
  }

  end(): ReadTracks {
    const zero = this.least > LONGEST ? this.least : Math.min(0, this.least)
    const faces = this.mapping.yaw !== undefined
    const tracks = [...this.makers.values()].map((maker) => maker.made(faces, zero))
    return { tracks, rows: this.rows, skipped: this.skipped, trouble: this.trouble }
  }
}

/** A cell as a number; NaN where none stands there. */
const numberIn = (cell: string | undefined): number => (cell === undefined || cell === '' ? NaN : Number(cell))
