import { memoFor } from '../base'
import type { Place, Player, Point, Spot, Walk } from '../show'
import { distanceToSegment, insidePolygon } from '../space'
import { blocksAtHome, type Block } from '../walking'

/** Whether two segments in plan cross, and how far along the first (0 to 1). */
function crossing(a: Spot, b: Spot, c: Spot, d: Spot): number | undefined {
  const [ux, uz, vx, vz] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]]
  const cross = ux * vz - uz * vx
  if (Math.abs(cross) < 1e-12) return undefined
  const along = ((c[0] - a[0]) * vz - (c[1] - a[1]) * vx) / cross
  const other = ((c[0] - a[0]) * uz - (c[1] - a[1]) * ux) / cross
  return along >= 0 && along <= 1 && other >= 0 && other <= 1 ? along : undefined
}
const spot = (at: Readonly<Point>): Spot => [at[0], at[2]]

const isNear = ({ x0, z0, x1, z1 }: Block, a: Point, b: Point, far: number): boolean =>
  Math.max(a[0], b[0]) + far >= x0 &&
  Math.min(a[0], b[0]) - far <= x1 &&
  Math.max(a[2], b[2]) + far >= z0 &&
  Math.min(a[2], b[2]) - far <= z1

/** Whether a body that goes straight from point to point goes through something; what it can step over doesn't count. */
function meets(block: Block, from: Point, to: Point, player: Player): boolean {
  const { outline, round, low, high } = block
  if (!isNear(block, from, to, 0)) return false
  if (Math.min(from[1], to[1]) + player.step >= high || Math.max(from[1], to[1]) + player.height <= low) return false
  const [a, b] = [spot(from), spot(to)]
  if (outline.length === 1) return distanceToSegment(outline[0][0], outline[0][1], a, b) < round
  if (insidePolygon(b[0], b[1], outline)) return true
  return outline.some((corner, i) => crossing(a, b, corner, outline[(i + 1) % outline.length]) !== undefined)
}

const aboutLegs = memoFor<Walk, Block[][]>()
/**
 * What is in the way of who goes a walk's own way, so far aside of it at the most (m), from a point of it to the next: all but what the
 * walk goes through itself.
 */
export function inTheWay(
  { place, player }: { place: Place; player: Player },
  walk: Walk,
  aside: number,
): (leg: number, from: Point, to: Point) => boolean {
  const blocks = blocksAtHome(place)
  const about = aboutLegs(walk, [blocks, player, aside], () =>
    walk.points.slice(1).map(({ at: to }, leg) => {
      const from = walk.points[leg].at
      return blocks.filter((block) => isNear(block, from, to, aside) && !meets(block, from, to, player))
    }),
  )
  return (leg, from, to) => about[leg].some((block) => meets(block, from, to, player))
}

/** A doorway that a walk goes through: on the way from which point, and how far on it (0 to 1). */
export interface Doorway {
  leg: number
  along: number
}
const doorwaysFor = memoFor<Walk, Doorway[]>()
/** The doorways of a walk, in its order. */
export const doorwaysOf = ({ place }: { place: Place }, walk: Walk): Doorway[] =>
  doorwaysFor(walk, [place.walls], () =>
    walk.points.slice(1).flatMap(({ at }, leg) => {
      const from = walk.points[leg].at
      return place.walls
        .flatMap((wall) => {
          if (wall.openings.length === 0 || Math.abs(wall.y - (from[1] + at[1]) / 2) > 1) return []
          return crossing(spot(from), spot(at), wall.from, wall.to) ?? []
        })
        .sort((a, b) => a - b)
        .map((along) => ({ leg, along }))
    }),
  )
