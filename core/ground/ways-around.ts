import { extent, memo, memoFor } from '../base'
import type { Point, Shape, Show, Spot, Zone } from '../show'
import {
  distanceToSegment,
  floorHeight,
  fromFrame,
  insidePolygon,
  nearestOnSegment,
  outlineOf,
  solidOf,
  type Solid,
} from '../space'
import { ARC_ERROR, common, grown, isInRegion, joined, without, type Region } from './clip'
import { edgeAt, mazeOf, nearestIn, shortest, type Maze } from './route'
import { obstaclesOn, sheetUnder, walkableOf, type Sheet, type Walkable, type Walker } from './walkable'

/** A way from one side of a zone to the other past it. */
export interface WayAround {
  /** Where it begins and ends, and its corners. */
  spots: Spot[]
  /** How long it is (m). */
  length: number
  /** The narrowest gap between the zone and what stands beside it (m), and where. */
  width: number
  at: Spot
  /** What bounds the gap on the side away from the zone. */
  across: Spot
  /** It goes off through other rooms rather than past the zone's edge. */
  far: boolean
}

/** Ways that go no further off the zone than this pass it by its edge (m). */
const BESIDE = 4
/** Gaps are not measured wider than this (m). */
const WIDEST = 20
/** What is widened reaches so far over (m). */
const OVER = 0.02
/** A body that touches an edge is noticed: it takes so much more to get by (m). */
const TOUCH = 0.001

/** What of a body a zone notices, as a radius about its middle. */
const noticedRadius = (zone: Zone, walker: Walker): number => (zone.notices === 'body' ? walker.radius : 0)

/** How high and low a body is noticed above the floor it stands on. */
function noticedHeights(show: Show, zone: Zone, walker: Walker): [low: number, high: number] {
  if (zone.notices === 'feet') return [0, 0]
  if (zone.notices === 'eyes') return [show.player.eye, show.player.eye]
  return [0, walker.height]
}

const solidOfZone = (show: Show, zone: Zone): Solid =>
  solidOf(zone.shape, zone.tiedTo && show.place.props.find(({ id }) => id === zone.tiedTo!.prop))

/** Where the middle of a body would be noticed, sheet by sheet: the zone grown by what is noticed, on the floors whose height it reaches. */
function noticedOn(show: Show, zone: Zone, walkable: Walkable, sheet: number): Region {
  const solid = solidOfZone(show, zone)
  const [low, high] = noticedHeights(show, zone, walkable.walker)
  const radius = noticedRadius(zone, walkable.walker)
  /** Where its middle is noticed whose heights lie between two. */
  const wholeAt = memoFor<Solid, Region>()
  const whole = (from: number, to: number): Region =>
    wholeAt(solid, solid.kind === 'sphere' ? [from, to] : [], () => {
      if (solid.kind === 'sphere' || solid.kind === 'cylinder')
        return [circle(solid.x, solid.z, reachOf(solid, from, to) + radius)]
      return grown([positive(outlineOf(solid))], radius)
    })
  const parts: Region[] = []
  for (const floor of walkable.sheets[sheet].floors) {
    // Over a ramp a sphere reaches as far as it does at the best of its heights there.
    const [foot, head] = extent(floor.outline.map(([x, z]) => floorHeight(floor, x, z)))
    const there = whole(foot + low, head + high)
    const here = common(there, [positive(floor.outline)])
    if (here.length === 0) continue
    const [lowest, highest] = extent(here.flat().map(([x, z]) => floorHeight(floor, x, z)))
    const reaches = highest + high >= solid.bounds[1] && lowest + low <= solid.bounds[4]
    // A hair over the floor's edge, so that no seam stays open between two floors.
    if (reaches) parts.push(common(grown(here, 0.02, 'sharp'), there))
  }
  return joined(parts)
}

/** How far a round solid reaches in plan to what lies between two heights (m); negative where it doesn't. */
function reachOf(solid: Solid & { kind: 'sphere' | 'cylinder' }, from: number, to: number): number {
  if (solid.kind === 'cylinder') return solid.radius
  const off = Math.max(0, from - solid.y, solid.y - to)
  return Math.sqrt(Math.max(0, solid.radius ** 2 - off ** 2))
}
/** A circle as a polygon whose sides lie inside it by ARC_ERROR at the most. */
function circle(x: number, z: number, radius: number): Spot[] {
  const sides = radius > ARC_ERROR ? Math.max(8, Math.ceil(Math.PI / Math.acos(1 - ARC_ERROR / radius))) : 8
  return Array.from({ length: sides }, (_, i): Spot => {
    const a = (2 * Math.PI * i) / sides
    return [x + radius * Math.cos(a), z + radius * Math.sin(a)]
  })
}
/** The same for each sheet. */
export const noticedSheets = (show: Show, zone: Zone, walkable: Walkable): Region[] =>
  walkable.sheets.map((_, sheet) => noticedOn(show, zone, walkable, sheet))

function positive(outline: readonly Spot[]): Spot[] {
  let twice = 0
  outline.forEach(([x, z], i) => {
    const [nx, nz] = outline[(i + 1) % outline.length]
    twice += x * nz - nx * z
  })
  return twice >= 0 ? [...outline] : [...outline].reverse()
}

/** Two spots that a zone should keep apart, just off it on either side. */
interface Sides {
  sheet: number
  a: Spot
  b: Spot
}

/** Where walks go through the zone: a spot before and one after each crossing. */
function sidesByWalks(show: Show, walkable: Walkable, noticed: Region[]): Sides | undefined {
  for (const walk of show.walks) {
    if (walk.body.kind !== 'player') continue
    // A walk may pause inside, or turn there: what counts is where it came in and where it goes out.
    let before: Spot | undefined
    let inside = false
    let on: number | undefined
    for (let i = 1; i < walk.points.length; i++) {
      const [from, to] = [walk.points[i - 1].at, walk.points[i].at]
      const sheet = sheetUnder(walkable, [from[0], from[2]], from[1])
      if (sheet !== on) before = undefined
      if (sheet !== on) inside = false
      on = sheet
      if (sheet === undefined || noticed[sheet].length === 0) continue
      const length = Math.hypot(to[0] - from[0], to[2] - from[2])
      const steps = Math.ceil(length / 0.1)
      for (let n = 0; n <= steps; n++) {
        const u = n / Math.max(1, steps)
        const spot: Spot = [from[0] + (to[0] - from[0]) * u, from[2] + (to[2] - from[2]) * u]
        const isIn = isInRegion(noticed[sheet], ...spot)
        if (!isIn && inside && before) return { sheet, a: before, b: spot }
        if (!isIn) before = spot
        inside = isIn
      }
    }
  }
  return undefined
}

/** Without walks: the two sides of the shape that are farther from what stands beside it. */
function sidesByShape(show: Show, zone: Zone, walkable: Walkable, free: readonly Region[]): Sides | undefined {
  const solid = solidOfZone(show, zone)
  const [x0, , z0, x1, , z1] = solid.bounds
  const middle: Spot = [(x0 + x1) / 2, (z0 + z1) / 2]
  const sheet = sheetUnder(walkable, middle, solid.bounds[1])
  if (sheet === undefined) return undefined
  const yaw = zone.shape.kind === 'box' ? zone.shape.yaw : 0
  const frame = { at: [middle[0], 0, middle[1]] as const, yaw }
  const off = noticedRadius(zone, walkable.walker) + 0.05
  const [hw, hd] = solid.kind === 'box' ? [solid.hw, solid.hd] : [(x1 - x0) / 2, (z1 - z0) / 2]
  const pairs: [Spot, Spot][] = [
    [fromFrame(0, -hd - off, frame), fromFrame(0, hd + off, frame)],
    [fromFrame(-hw - off, 0, frame), fromFrame(hw + off, 0, frame)],
  ]
  // A doorway's sides are those that both can be stood on; of two such pairs the one across the narrow way of the zone.
  const standing = pairs.filter((pair) => pair.every(([x, z]) => isInRegion(free[sheet], x, z)))
  if (standing.length === 2 && hw < hd) standing.reverse()
  const [pair] = standing
  return pair && { sheet, a: pair[0], b: pair[1] }
}

/** So many spots around a zone are tried, and two of them are two sides if they lie so far apart about its middle (degrees). */
const AROUND = 48
const APART = 60

/** Where neither tells: the two spots just off it that can be stood on and lie most opposite each other. */
function sidesAround(
  show: Show,
  zone: Zone,
  walkable: Walkable,
  free: readonly Region[],
  noticed: readonly Region[],
): Sides | undefined {
  const solid = solidOfZone(show, zone)
  const [x0, , z0, x1, , z1] = solid.bounds
  const middle: Spot = [(x0 + x1) / 2, (z0 + z1) / 2]
  const sheet = sheetUnder(walkable, middle, solid.bounds[1]) ?? noticed.findIndex((region) => region.length > 0)
  if (sheet < 0 || noticed[sheet].length === 0) return undefined
  const far = Math.hypot(x1 - x0, z1 - z0) + 2 * walkable.walker.radius + 1
  const spots: { spot: Spot; angle: number }[] = []
  for (let n = 0; n < AROUND; n++) {
    const angle = (360 * n) / AROUND
    const [dx, dz] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)]
    // From outside in, the last spot at which nobody is noticed.
    let [near, off] = [0, far]
    while (off - near > 0.01) {
      const at = (near + off) / 2
      if (isInRegion(noticed[sheet], middle[0] + dx * at, middle[1] + dz * at)) near = at
      else off = at
    }
    const spot: Spot = [middle[0] + dx * (off + 0.05), middle[1] + dz * (off + 0.05)]
    if (isInRegion(free[sheet], ...spot)) spots.push({ spot, angle })
  }
  let best: Sides | undefined
  let apart = APART
  for (const one of spots)
    for (const other of spots) {
      const between = Math.abs(((one.angle - other.angle + 540) % 360) - 180)
      if (between <= apart) continue
      apart = between
      best = { sheet, a: one.spot, b: other.spot }
    }
  return best
}

/** A walkable area, kept for as long as the place is the same. */
const kept = memoFor<Show['place'], Walkable>()
export const walkableIn = (show: Show, walker: Walker): Walkable =>
  kept(show.place, [walker.radius, walker.height], () => walkableOf(show, walker))

/** What bounds gaps on a sheet, as a maze: what stands on its floors, and their edge. */
const boundsOf = memoFor<Sheet, Maze>()

/** What bounds a gap lies across it, seen from within: no nearer to the zone's side than this (cosine). */
const ACROSS = -0.3

/** The nearest thing to a spot that bounds a gap on the side away from the zone, if it is nearer than so much (m). */
function nearestBound(maze: Maze, [x, z]: Spot, within: number, zone: Spot): { at: Spot; off: number } | undefined {
  let best: { at: Spot; off: number } | undefined
  const [tx, tz] = [zone[0] - x, zone[1] - z]
  const toZone = Math.hypot(tx, tz)
  for (const index of maze.tree?.search(x - within, z - within, x + within, z + within) ?? []) {
    const [a, b] = edgeAt(maze, index)
    const off = distanceToSegment(x, z, a, b)
    if (off >= (best?.off ?? within)) continue
    const at = nearestOnSegment(x, z, a, b)
    const isAcross = toZone < 1e-6 || off < 1e-6 || (at[0] - x) * tx + (at[1] - z) * tz <= ACROSS * off * toZone
    if (isAcross) best = { at, off }
  }
  return best
}
/** The spot of an outline that is nearest to another. */
function nearestOnOutline([x, z]: Spot, outline: readonly Spot[]): Spot {
  let best = outline[0]
  let least = Infinity
  outline.forEach((a, i) => {
    const at = nearestOnSegment(x, z, a, outline[(i + 1) % outline.length])
    const off = Math.hypot(at[0] - x, at[1] - z)
    if (off < least) [best, least] = [at, off]
  })
  return best
}

/** Whether somebody gets past a zone: by a way, or not at all; not asked where it has no two sides between which anybody could want to. */
export type Passing = { asked: false } | { asked: true; way: WayAround | undefined }

/** The shortest way past a zone, see `passingOf`; undefined where there is none, and where that can't be asked. */
export function waysAround(show: Show, zone: Zone, walker: Walker = show.player): WayAround | undefined {
  const passing = passingOf(show, zone, walker)
  return passing.asked ? passing.way : undefined
}

/**
 * The shortest way past a zone from one of its sides to the other, unnoticed. The sides are those between which walks cross it, or opposite ones
 * of its shape that can be stood on, or of what lies around it. Exact on polygons; round corners lie inside the true arc by no more than ARC_ERROR.
 */
export function passingOf(show: Show, zone: Zone, walker: Walker = show.player): Passing {
  const walkable = walkableIn(show, walker)
  const noticed = noticedSheets(show, zone, walkable)
  const free = walkable.sheets.map((sheet, index) =>
    noticed[index].length === 0 ? sheet.free : without(sheet.free, grown(noticed[index], TOUCH)),
  )
  const sides =
    sidesByWalks(show, walkable, noticed) ??
    sidesByShape(show, zone, walkable, free) ??
    sidesAround(show, zone, walkable, free, noticed)
  if (!sides) return { asked: false }
  const mazes = free.map(mazeOf)
  const start = nearestIn(mazes[sides.sheet], sides.a)
  const end = nearestIn(mazes[sides.sheet], sides.b)
  if (start.off > 1 || end.off > 1) return { asked: false }
  const way = shortest(
    mazes,
    walkable.portals,
    { sheet: sides.sheet, at: start.at },
    { sheet: sides.sheet, at: end.at },
  )
  return { asked: true, way: way && measured(show, zone, walkable, sides.sheet, way) }
}

function measured(
  show: Show,
  zone: Zone,
  walkable: Walkable,
  sheet: number,
  { spots, length }: { spots: Spot[]; length: number },
): WayAround {
  const outline = outlineOf(solidOfZone(show, zone))
  const { floors } = walkable.sheets[sheet]
  const bounds = boundsOf(walkable.sheets[sheet], [], () =>
    mazeOf([...floors.flatMap((floor) => obstaclesOn(show, floor, walkable.walker)), ...edgesOf(walkable, sheet)]),
  )
  let width = WIDEST
  let at: Spot = spots[0]
  let across: Spot = spots[0]
  let farthest = 0
  for (let i = 1; i < spots.length; i++) {
    const [a, b] = [spots[i - 1], spots[i]]
    const steps = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / 0.05))
    for (let n = 0; n <= steps; n++) {
      const spot: Spot = [a[0] + ((b[0] - a[0]) * n) / steps, a[1] + ((b[1] - a[1]) * n) / steps]
      const edge = insidePolygon(...spot, outline) ? spot : nearestOnOutline(spot, outline)
      const toZone = Math.hypot(edge[0] - spot[0], edge[1] - spot[1])
      farthest = Math.max(farthest, toZone)
      const bound = toZone < width ? nearestBound(bounds, spot, width - toZone, edge) : undefined
      if (!bound) continue
      width = toZone + bound.off
      at = spot
      across = bound.at
    }
  }
  return { spots, length, width, at, across, far: farthest > BESIDE }
}
/** The edges of a sheet's floors taken together: beyond them nobody walks. */
const edgesOf = ({ sheets }: Walkable, sheet: number): Region => edges(sheets[sheet])
const edges = memo(({ floors }: Sheet): Region =>
  joined(floors.map(({ outline }) => grown([positive(outline)], 0.005, 'sharp'))),
)

/** A shape made larger on the side of a gap, so that it reaches what bounds it. */
function reaching(
  shape: Shape,
  frame: { at: Point; yaw: number } | undefined,
  { at, across, width }: WayAround,
): Shape {
  switch (shape.kind) {
    case 'box': {
      const yaw = shape.yaw + (frame?.yaw ?? 0)
      const solid = solidOf(shape, frame)
      const middle = {
        at: [(solid.bounds[0] + solid.bounds[3]) / 2, 0, (solid.bounds[2] + solid.bounds[5]) / 2] as const,
        yaw,
      }
      const local = (spot: Spot): Spot =>
        fromFrame(spot[0] - middle.at[0], spot[1] - middle.at[2], { at: [0, 0, 0], yaw: -yaw })
      const [w, h, d] = shape.size
      const [px, pz] = local(at)
      const [ax, az] = local(across)
      // The side on which what bounds the gap lies furthest out.
      const outX = Math.max(Math.abs(px), Math.abs(ax)) - w / 2
      const outZ = Math.max(Math.abs(pz), Math.abs(az)) - d / 2
      const byX = outX >= outZ
      const by = Math.max(0.05, byX ? outX : outZ) + OVER
      const sign = (byX ? (Math.abs(ax) > Math.abs(px) ? ax : px) : Math.abs(az) > Math.abs(pz) ? az : pz) < 0 ? -1 : 1
      const [mx, mz] = fromFrame(byX ? (sign * by) / 2 : 0, byX ? 0 : (sign * by) / 2, {
        at: [0, 0, 0],
        yaw: shape.yaw,
      })
      return {
        ...shape,
        at: [round(shape.at[0] + mx), shape.at[1], round(shape.at[2] + mz)],
        size: byX ? [round(w + by), h, d] : [w, h, round(d + by)],
      }
    }
    case 'cylinder':
    case 'sphere':
      return { ...shape, radius: round(shape.radius + width + OVER) }
    case 'prism': {
      // The corners of the edge nearest to the gap go out by its width.
      const there = frame ? fromFrame(at[0] - frame.at[0], at[1] - frame.at[2], { at: [0, 0, 0], yaw: -frame.yaw }) : at
      const { outline } = shape
      let edge = 0
      let least = Infinity
      outline.forEach((a, i) => {
        const off = distanceToSegment(...there, a, outline[(i + 1) % outline.length])
        if (off < least) {
          least = off
          edge = i
        }
      })
      const a = outline[edge]
      const b = outline[(edge + 1) % outline.length]
      const near = nearestOnSegment(...there, a, b)
      const long = Math.hypot(there[0] - near[0], there[1] - near[1]) || 1
      const by: Spot = [((there[0] - near[0]) / long) * (width + OVER), ((there[1] - near[1]) / long) * (width + OVER)]
      const after = (edge + 1) % outline.length
      return {
        ...shape,
        outline: outline.map((spot, i): Spot =>
          i === edge || i === after ? [round(spot[0] + by[0]), round(spot[1] + by[1])] : spot,
        ),
      }
    }
  }
}
const round = (value: number): number => Math.round(value * 1000) / 1000
/** A zone is widened at most so many times until nobody gets by. */
const TRIES = 8

/** A zone's shape made as much wider as closes every way past its edge; undefined where that can't be done so. */
export function widened(show: Show, zone: Zone, walker: Walker = show.player): Shape | undefined {
  let now = zone
  const prop = zone.tiedTo && show.place.props.find(({ id }) => id === zone.tiedTo!.prop)
  for (let n = 0; n < TRIES; n++) {
    const way = waysAround(show, now, walker)
    if (!way || way.far) return now === zone ? undefined : now.shape
    now = { ...now, shape: reaching(now.shape, prop, way) }
  }
  return undefined
}
