import { STEP } from '../space'
import { extent, thousandths } from '../base'
import { areaOf, grown, piecesOf, unionOf, without, type Region } from '../ground'
import type { Spot } from '../show'
import type { Triangles } from './mesh'
import { slopesIn, type Slope, type SlopingFace } from './slopes'

/** A floor that a mesh shows; a ramp goes from its height to that of the edge it slopes to. */
export interface FoundFloor {
  y: number
  outline: Spot[]
  slopeTo?: { edge: [number, number]; y: number }
  area: number
}

/** Steeper faces are no floors; flatter ones are level (cosines of 45° and half a degree); a slope flatter than 3° counts as level, too. */
const STEEPEST = Math.cos(Math.PI / 4) - 1e-6
const LEVEL = Math.cos((0.5 * Math.PI) / 180)
const GENTLE = Math.cos((3 * Math.PI) / 180)
/** So many ramps are offered, the largest first. */
const MOST_RAMPS = 200
/** Level faces this close in height are one floor (m). */
const SAME = 0.04
/** Smaller pieces are no floors, but may be treads (m²). */
const SMALLEST = 1.5
const TREAD = 0.08
/** What stands on a floor, is no larger (m²) and between so high and so high over it (m) is furniture. */
const TABLE = { area: 5, low: 0.3, high: 1.4 }
/** Narrower ones are the tops of walls (m). */
const NARROWEST = 0.5
/** Gaps between faces that are closed (m). */
const SEAM = 0.01

/** Progress is told each so many corners; looking at them is so much of the work. */
const TOLD = 150_000
const LOOKING = 0.4

interface Face {
  spots: Spot[]
  y: number
  low: number
  high: number
}
/**
 * The floors of a mesh: faces one can walk on, level ones by their height, slopes and stairs as ramps, less what is too low to stand under.
 * `progress` hears how much of the work is done, 0 to 1.
 */
export function floorsIn(
  { positions, indices }: Triangles,
  player: { height: number },
  progress: (share: number) => void = () => {},
): FoundFloor[] {
  const levels = new Map<number, Face[]>()
  const sloping: SlopingFace[] = []
  const covers: Face[] = []
  for (let i = 0; i < indices.length; i += 3) {
    if (i % TOLD === 0) progress((LOOKING * i) / indices.length)
    const [a, b, c] = [indices[i] * 3, indices[i + 1] * 3, indices[i + 2] * 3]
    const e1 = [0, 1, 2].map((k) => positions[b + k] - positions[a + k])
    const e2 = [0, 1, 2].map((k) => positions[c + k] - positions[a + k])
    const nx = e1[1] * e2[2] - e1[2] * e2[1]
    const ny = e1[2] * e2[0] - e1[0] * e2[2]
    const nz = e1[0] * e2[1] - e1[1] * e2[0]
    const length = Math.hypot(nx, ny, nz)
    if (length < 1e-8) continue
    const up = ny / length
    const spots: Spot[] = [a, b, c].map((at) => [positions[at], positions[at + 2]])
    const heights = [a, b, c].map((at) => positions[at + 1])
    const [low, high] = [Math.min(...heights), Math.max(...heights)]
    const face = { spots, y: (low + high) / 2, low, high }
    if (Math.abs(up) > 0.3) covers.push(face)
    if (up >= LEVEL) {
      const key = Math.round(face.y / SAME)
      const known = levels.get(key) ?? levels.get(key - 1) ?? levels.get(key + 1)
      if (known) known.push(face)
      else levels.set(key, [face])
    } else if (up >= STEEPEST) sloping.push({ spots, heights, normal: [nx / length, up, nz / length], area: ny / 2 })
  }
  const pieces: LevelPiece[] = []
  const treads: { region: Region; y: number; area: number }[] = []
  let done = 0
  for (const faces of levels.values()) {
    progress(LOOKING + ((1 - LOOKING) * done++) / levels.size)
    const y = faces.reduce((sum, face) => sum + face.y, 0) / faces.length
    const whole = closed(boundaryOf(faces))
    const box = boxOf(faces)
    const low = covers.filter((face) => face.low < y + player.height && face.high > y + STEP && meets(face, box))
    const free = low.length === 0 ? whole : without(whole, grown(boundaryOf(low), SEAM, 'sharp'))
    for (const piece of piecesOf(free)) {
      const area = areaOf(piece)
      if (area >= SMALLEST && grown(piece, -NARROWEST / 2, 'sharp').length > 0)
        pieces.push({ piece, whole, floor: { y: thousandths(y), outline: tidied(piece[0]), area } })
      else if (area >= TREAD && area < SMALLEST) treads.push({ region: piece, y, area })
    }
  }
  const ramps = slopesIn(sloping)
    .filter(({ area }) => area >= SMALLEST / 2)
    .sort((one, other) => other.area - one.area)
    .slice(0, MOST_RAMPS)
    .map(rampOf)
  return [...withoutTables(pieces), ...ramps, ...stairsOf(treads)]
    .filter(({ outline }) => outline.length >= 3)
    .sort((one, other) => other.area - one.area)
}

/** A level floor, its region, and that of all faces at its height. */
interface LevelPiece {
  floor: FoundFloor
  piece: Region
  whole: Region
}
/** Floors but the tops of tables, beds, cupboards: small, about as high as furniture over another floor, and nowhere beyond it. */
const withoutTables = (pieces: readonly LevelPiece[]): FoundFloor[] =>
  pieces
    .filter(
      ({ floor, piece }) =>
        floor.area > TABLE.area ||
        !pieces.some(
          ({ floor: { y, area }, whole }) =>
            area > floor.area &&
            floor.y - y > TABLE.low &&
            floor.y - y < TABLE.high &&
            areaOf(without(piece, whole)) < 0.05 * floor.area,
        ),
    )
    .map(({ floor }) => floor)

/** The edges of faces that no other face shares, as loops where the faces fit together; else the faces. */
function boundaryOf(faces: readonly Face[]): Region {
  // Triangles that fit together have each inner edge twice: what is left is the outline, however many they are.
  const key = ([x, z]: Spot) => `${Math.round(x * 1000)},${Math.round(z * 1000)}`
  const edges = new Map<string, [Spot, Spot]>()
  for (const { spots } of faces) {
    const turned = crossOf(spots) < 0 ? [...spots].reverse() : spots
    turned.forEach((a, i) => {
      const b = turned[(i + 1) % 3]
      const back = `${key(b)}>${key(a)}`
      if (edges.has(back)) edges.delete(back)
      else edges.set(`${key(a)}>${key(b)}`, [a, b])
    })
  }
  const next = new Map<string, [Spot, Spot][]>()
  for (const edge of edges.values()) {
    const from = key(edge[0])
    const known = next.get(from)
    if (known) known.push(edge)
    else next.set(from, [edge])
  }
  const loops: Region = []
  for (const [start, out] of next) {
    while (out.length > 0) {
      const loop: Spot[] = []
      let at = start
      for (;;) {
        const edge = next.get(at)?.pop()
        if (!edge) break
        loop.push(edge[0])
        at = key(edge[1])
        if (at === start) break
      }
      // A loop that doesn't close has edges that don't fit: then the faces themselves are put together.
      if (at !== start) return unionOf(faces.map(({ spots }) => spots))
      if (loop.length > 2) loops.push(loop)
    }
  }
  return loops
}
/** The extent of faces seen from above: least and greatest x, least and greatest z. */
function boxOf(faces: readonly Face[]): [number, number, number, number] {
  const [x0, x1] = extent(faces.flatMap(({ spots }) => spots.map(([x]) => x)))
  const [z0, z1] = extent(faces.flatMap(({ spots }) => spots.map(([, z]) => z)))
  return [x0, x1, z0, z1]
}
const meets = ({ spots: [a, b, c] }: Face, [x0, x1, z0, z1]: [number, number, number, number]): boolean =>
  Math.min(a[0], b[0], c[0]) <= x1 &&
  Math.max(a[0], b[0], c[0]) >= x0 &&
  Math.min(a[1], b[1], c[1]) <= z1 &&
  Math.max(a[1], b[1], c[1]) >= z0
const crossOf = ([a, b, c]: Spot[]): number => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
const closed = (region: Region): Region => grown(grown(region, SEAM, 'sharp'), -SEAM, 'sharp')

/** A slope as a ramp over the rectangle that holds it, which rises against its normal; one that hardly slopes as a floor at its height. */
function rampOf({ faces, normal: [nx, ny, nz], area }: Slope): FoundFloor {
  const heights = faces.flatMap((face) => face.heights)
  const [low, high] = extent(heights)
  const spots = faces.flatMap((face) => face.spots)
  const long = Math.hypot(nx, nz)
  const ramp = rampOver(spots, long > 0 ? [-nx / long, -nz / long] : [1, 0], low, high, area)
  if (ny < GENTLE) return ramp
  const { slopeTo: _, ...level } = ramp
  return { ...level, y: thousandths(heights.reduce((sum, y) => sum + y, 0) / heights.length) }
}
/** A rectangle around spots in a direction of rise, low at its foot and high at its head. */
function rampOver(spots: readonly Spot[], [ux, uz]: Spot, low: number, high: number, area: number): FoundFloor {
  const [a0, a1] = extent(spots.map(([x, z]) => x * ux + z * uz))
  const [s0, s1] = extent(spots.map(([x, z]) => -x * uz + z * ux))
  const spot = (a: number, s: number): Spot => [thousandths(a * ux - s * uz), thousandths(a * uz + s * ux)]
  return {
    y: thousandths(low),
    outline: [spot(a0, s0), spot(a1, s0), spot(a1, s1), spot(a0, s1)],
    slopeTo: { edge: [1, 2], y: thousandths(high) },
    area,
  }
}

/** Treads that lie one after another, each a step higher, as a ramp. */
function stairsOf(treads: { region: Region; y: number; area: number }[]): FoundFloor[] {
  const left = new Set(treads)
  const ramps: FoundFloor[] = []
  for (const tread of [...treads].sort((a, b) => a.y - b.y)) {
    if (!left.has(tread)) continue
    const stair = [tread]
    left.delete(tread)
    for (;;) {
      const top = stair[stair.length - 1]
      const near = grown(top.region, 0.15, 'sharp')
      const next = [...left].find(
        ({ region, y }) => y - top.y > SAME && y - top.y <= STEP && areaOf(overlapping(near, region)) > 0.001,
      )
      if (!next) break
      stair.push(next)
      left.delete(next)
    }
    if (stair.length < 3) continue
    const [from, to] = [middleOf(stair[0].region), middleOf(stair[stair.length - 1].region)]
    const long = Math.hypot(to[0] - from[0], to[1] - from[1])
    if (long < 0.2) continue
    const rise = stair[1].y - stair[0].y
    const area = stair.reduce((sum, each) => sum + each.area, 0)
    const spots = stair.flatMap(({ region }) => region.flat())
    const low = stair[0].y - rise
    ramps.push(
      rampOver(spots, [(to[0] - from[0]) / long, (to[1] - from[1]) / long], low, stair[stair.length - 1].y, area),
    )
  }
  return ramps
}
const overlapping = (a: Region, b: Region): Region => without(a, without(a, b))
function middleOf(region: Region): Spot {
  const spots = region[0]
  return [
    spots.reduce((sum, [x]) => sum + x, 0) / spots.length,
    spots.reduce((sum, [, z]) => sum + z, 0) / spots.length,
  ]
}

/** To the millimetre, without corners that lie on a line between their neighbours. */
function tidied(outline: readonly Spot[]): Spot[] {
  const spots = outline.map(([x, z]): Spot => [thousandths(x), thousandths(z)])
  return spots.filter((spot, i) => {
    const a = spots[(i + spots.length - 1) % spots.length]
    const b = spots[(i + 1) % spots.length]
    const cross = (spot[0] - a[0]) * (b[1] - a[1]) - (spot[1] - a[1]) * (b[0] - a[0])
    return Math.abs(cross) > 0.004 * Math.hypot(b[0] - a[0], b[1] - a[1])
  })
}
