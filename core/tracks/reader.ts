import type { Floor } from '../show'
import { floorHeight, insidePolygon, wrapped } from '../space'
import type { Mapping } from './mapping'
import { TrackMaker, type Track } from './track'

/** Heights within this of a floor are noise: the feet were on it (m). */
const NOISE = 0.35
/** A run lasts no longer than this: a file whose times begin later tells them by another clock (s). */
const LONGEST = 8 * 3600
/** What is kept of a track may face so far from what was told (degrees). */
const TURNED = 12
const DEGREES = 180 / Math.PI

export interface ReadTracks {
  tracks: Track[]
  rows: number
  /** How many rows couldn't be used, and what was wrong with the first of them. */
  skipped: number
  trouble: string | undefined
  /** The earliest time that was told (s): tracks begin relative to it, where a file tells the time by another clock. */
  least: number
}
/** Of several who read the same file, which this one is of how many: each takes players of their own. */
export interface Part {
  index: number
  of: number
}
const NOTHING_PRESSED = /^(|0|0\.0|no|false|none|null)$/i
const JUST_PRESSED = /^(1|1\.0|yes|true)$/i
const LONGEST_KEY = 20

/** What is wrong with a row: which, and what stands there. */
const FAULTS = {
  noTime: (row: number, cell: string | undefined) => `Row ${row}: “${cell ?? ''}” is no time`,
  noPlace: (row: number, cells: string) => `Row ${row}: “${cells}” is no place`,
  backwards: (row: number, who: string) => `Row ${row}: ${who} goes back in time`,
}

/** Reads tracks row by row, however many players are in one file. */
export class TrackReader {
  private readonly makers = new Map<string, TrackMaker>()
  private readonly mine = new Map<string, boolean>()
  /** How many rows have been taken, and which row of the file it is. */
  private rows = 0
  private row = 0
  private skipped = 0
  private trouble: string | undefined
  private least = Infinity

  /** `near`: how near to the samples what is kept stays (m). */
  constructor(
    readonly mapping: Mapping,
    private readonly floors: readonly Floor[],
    private readonly near = 0.1,
    private readonly part: Part = { index: 0, of: 1 },
  ) {}

  /** Whether a player is this one's to read; others are passed over. */
  isMine(who: string): boolean {
    if (this.part.of === 1) return true
    let mine = this.mine.get(who)
    if (mine === undefined) this.mine.set(who, (mine = this.mine.size % this.part.of === this.part.index))
    return mine
  }
  /** Passes over a row of somebody else's. */
  pass(): void {
    this.row++
  }

  /** Takes a row as its cells. */
  add(cells: readonly string[]): void {
    const { who, time, x, y, z, yaw, key } = this.mapping
    if (!this.isMine(textIn(cells, who))) return this.pass()
    const number = (column: number | undefined) => (column === undefined ? NaN : numberIn(cells[column]))
    const [t, right, up, back] = [time, x, y, z].map(number)
    const isPlace = Number.isFinite(right + back) && (y === undefined || Number.isFinite(up))
    if (Number.isFinite(t) && isPlace)
      return this.take(textIn(cells, who), t, right, up, back, number(yaw), textIn(cells, key))
    this.rows++
    this.row++
    const place = [x, y, z].flatMap((column) => (column === undefined ? [] : [cells[column]])).join(', ')
    this.skip(Number.isFinite(t) ? FAULTS.noPlace(this.row, place) : FAULTS.noTime(this.row, cells[time]))
  }

  /** Takes a row as its numbers, in the file's own units; NaN for a height or a facing that isn't told. */
  take(who: string, time: number, x: number, y: number, z: number, yaw: number, pressed: string): void {
    this.rows++
    this.row++
    const { seconds, metres, flipsX, flipsZ, shift } = this.mapping
    const t = time * seconds
    let maker = this.makers.get(who)
    if (!maker) this.makers.set(who, (maker = new TrackMaker(who, { place: this.near, yaw: TURNED })))
    if (t <= maker.last) return this.skip(FAULTS.backwards(this.row, who || 'somebody'))
    if (t < this.least) this.least = t
    const right = (flipsX ? -x : x) * metres + shift[0]
    const back = (flipsZ ? -z : z) * metres + shift[2]
    const up = this.onFloor(right, back, y * metres + shift[1], maker)
    maker.add(t, right, up, back, this.facing(yaw), keyOf(pressed))
  }
  private skip(trouble: string): void {
    this.skipped++
    this.trouble ??= trouble
  }
  /** How high the feet were: on the floor that is nearest, where what was told differs by noise alone, or isn't told. */
  private onFloor(x: number, z: number, told: number, maker: TrackMaker): number {
    if (!maker.floor || offFloor(maker.floor, x, z, told) > NOISE) {
      let least = NOISE
      maker.floor = undefined
      for (const floor of this.floors) {
        const far = offFloor(floor, x, z, told)
        if (far <= least) [least, maker.floor] = [far, floor]
      }
    }
    if (maker.floor) return floorHeight(maker.floor, x, z)
    return Number.isNaN(told) ? 0 : told
  }
  private facing(told: number): number {
    if (Number.isNaN(told)) return 0
    const { radians, clockwise, zero } = this.mapping
    const turned = radians ? told * DEGREES : told
    return wrapped((clockwise ? -turned : turned) + zero)
  }

  end(): ReadTracks {
    const { rows, skipped, trouble, least } = this
    const faces = this.mapping.yaw !== undefined
    return { tracks: [...this.makers.values()].map((maker) => maker.made(faces)), rows, skipped, trouble, least }
  }
}

/** What several have read of one file, by the run's clock: it begins with the earliest of all, where the file has another. */
export function tracksOf(parts: readonly ReadTracks[]): ReadTracks {
  const least = Math.min(...parts.map((part) => part.least))
  const zero = least > LONGEST ? least : Math.min(0, least)
  const sum = (of: (part: ReadTracks) => number) => parts.reduce((all, part) => all + of(part), 0)
  return {
    tracks: inTurns(parts.map(({ tracks }) => tracks)).map((track) => ({ ...track, start: track.start - zero })),
    rows: sum(({ rows }) => rows),
    skipped: sum(({ skipped }) => skipped),
    trouble: parts.find(({ trouble }) => trouble !== undefined)?.trouble,
    least,
  }
}
/** One of each, and again. */
function inTurns<T>(lists: readonly (readonly T[])[]): T[] {
  const longest = Math.max(...lists.map(({ length }) => length))
  return Array.from({ length: longest }, (_, i) => lists.flatMap((list) => list.slice(i, i + 1))).flat()
}

/** How far a height is from a floor at a spot (m): nothing where none is told, no end beside it. */
function offFloor(floor: Floor, x: number, z: number, told: number): number {
  if (!insidePolygon(x, z, floor.outline)) return Infinity
  return Number.isNaN(told) ? 0 : Math.abs(floorHeight(floor, x, z) - told)
}
/** A cell as a number; NaN where none stands there. */
const numberIn = (cell: string | undefined): number => (cell === undefined || cell === '' ? NaN : Number(cell))
const textIn = (cells: readonly string[], column: number | undefined): string =>
  column === undefined ? '' : (cells[column] ?? '').trim()
function keyOf(pressed: string): string | undefined {
  if (pressed === '' || NOTHING_PRESSED.test(pressed)) return undefined
  return JUST_PRESSED.test(pressed) ? 'E' : pressed.toUpperCase().slice(0, LONGEST_KEY)
}
