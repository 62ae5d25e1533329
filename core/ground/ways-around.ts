import { memo, memoFor, thousandths } from '../base'
import type { Point, Shape, Show, Spot, Zone } from '../show'
import {
  distanceToSegment,
  fromFrame,
  insidePolygon,
  nearestOnSegment,
  outlineOf,
  solidOf,
  solidOfZone,
} from '../space'
import { grown, joined, without, type Region } from './clip'
import { noticedSheets, positive } from './noticed'
import { edgeAt, mazeOf, nearestIn, shortest, type Maze } from './route'
import { sidesOf } from './sides'
import { obstaclesOn, stepOf, walkableOf, type Sheet, type Walkable, type Walker } from './walkable'

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

/** A walkable area, kept for as long as the place is the same. */
const kept = memoFor<Show['place'], Walkable>()
/** Where a body can walk in a show, kept with its place. */
export const walkableIn = (show: Show, walker: Walker): Walkable =>
  kept(show.place, [walker.radius, walker.height, stepOf(walker)], () => walkableOf(show, walker))

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
  const sides = sidesOf(show, zone, walkable, noticed, free)
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
        at: [thousandths(shape.at[0] + mx), shape.at[1], thousandths(shape.at[2] + mz)],
        size: byX ? [thousandths(w + by), h, d] : [w, h, thousandths(d + by)],
      }
    }
    case 'cylinder':
    case 'sphere':
      return { ...shape, radius: thousandths(shape.radius + width + OVER) }
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
          i === edge || i === after ? [thousandths(spot[0] + by[0]), thousandths(spot[1] + by[1])] : spot,
        ),
      }
    }
  }
}
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
