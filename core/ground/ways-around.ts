import { memo, memoFor } from '../base'
import type { Point, Shape, Show, Spot, Zone } from '../show'
import {
  distanceToOutline,
  distanceToSegment,
  floorHeight,
  fromFrame,
  insidePolygon,
  nearestOnSegment,
  outlineOf,
  solidOf,
  type Solid,
} from '../space'
import { common, grown, isInRegion, joined, without, type Region } from './clip'
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
  const outline = outlineOf(solid)
  const whole = grown([positive(outline)], noticedRadius(zone, walkable.walker))
  const parts: Region[] = []
  for (const floor of walkable.sheets[sheet].floors) {
    const here = common(whole, [positive(floor.outline)])
    if (here.length === 0) continue
    const heights = here.flat().map(([x, z]) => floorHeight(floor, x, z))
    const reaches = Math.max(...heights) + high >= solid.bounds[1] && Math.min(...heights) + low <= solid.bounds[4]
    // A hair over the floor's edge, so that no seam stays open between two floors.
    if (reaches) parts.push(grown(here, 0.02, 'sharp'))
  }
  return parts.length === 0 ? [] : common(joined(parts), whole)
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
    for (let i = 1; i < walk.points.length; i++) {
      const [from, to] = [walk.points[i - 1].at, walk.points[i].at]
      const sheet = sheetUnder(walkable, [from[0], from[2]], from[1])
      if (sheet === undefined || noticed[sheet].length === 0) continue
      const length = Math.hypot(to[0] - from[0], to[2] - from[2])
      const steps = Math.ceil(length / 0.1)
      let before: Spot | undefined
      let inside = false
      for (let n = 0; n <= steps; n++) {
        const u = n / steps
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

/** A walkable area, kept for as long as the place is the same. */
const kept = memoFor<Show['place'], Walkable>()
export const walkableIn = (show: Show, walker: Walker): Walkable =>
  kept(show.place, [walker.radius, walker.height], () => walkableOf(show, walker))

/** What bounds gaps on a sheet, as a maze: what stands on its floors, and their edge. */
const boundsOf = memoFor<Sheet, Maze>()

/** The nearest thing to a spot that bounds a gap, if it is nearer than so much (m). */
function nearestBound(maze: Maze, [x, z]: Spot, within: number): { at: Spot; off: number } | undefined {
  let best: { at: Spot; off: number } | undefined
  for (const index of maze.tree?.search(x - within, z - within, x + within, z + within) ?? []) {
    const [a, b] = edgeAt(maze, index)
    const off = distanceToSegment(x, z, a, b)
    if (off < (best?.off ?? within)) best = { at: nearestOnSegment(x, z, a, b), off }
  }
  return best
}
/**
 * The shortest way past a zone from one of its sides to the other, unnoticed; undefined where there is none. The sides are those between which
 * walks cross it, or opposite ones of its shape. Exact on polygons; round corners lie inside the true arc by no more than ARC_ERROR.
 */
export function waysAround(show: Show, zone: Zone, walker: Walker = show.player): WayAround | undefined {
  const walkable = walkableIn(show, walker)
  const noticed = noticedSheets(show, zone, walkable)
  const free = walkable.sheets.map((sheet, index) =>
    noticed[index].length === 0 ? sheet.free : without(sheet.free, grown(noticed[index], TOUCH)),
  )
  const sides = sidesByWalks(show, walkable, noticed) ?? sidesByShape(show, zone, walkable, free)
  if (!sides) return undefined
  const mazes = free.map(mazeOf)
  const start = nearestIn(mazes[sides.sheet], sides.a)
  const end = nearestIn(mazes[sides.sheet], sides.b)
  if (start.off > 1 || end.off > 1) return undefined
  const way = shortest(
    mazes,
    walkable.portals,
    { sheet: sides.sheet, at: start.at },
    { sheet: sides.sheet, at: end.at },
  )
  if (!way) return undefined
  return measured(show, zone, walkable, sides.sheet, way)
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
      const toZone = insidePolygon(...spot, outline) ? 0 : distanceToOutline(...spot, outline)
      farthest = Math.max(farthest, toZone)
      const bound = toZone < width ? nearestBound(bounds, spot, width - toZone) : undefined
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
