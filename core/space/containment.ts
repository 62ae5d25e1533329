import type { Spot } from '../show'
import { distanceToOutline, insidePolygon } from './lines'
import { outlineOf, type Solid } from './solid'
import { edgesOf } from './outlines'

/** What lies so near to an edge is within it (m). */
const EDGE = 1e-6

/**
 * Whether one solid holds another wholly. Round outlines are taken as the polygons that `outlineOf` makes of them: a disc that touches
 * a slanted edge from within can be told wrong by what those leave out, a few millimetres a metre.
 */
export function holds(outer: Solid, inner: Solid): boolean {
  const [a, b] = [outer.bounds, inner.bounds]
  for (let i = 0; i < 3; i++) if (b[i] < a[i] - EDGE || b[i + 3] > a[i + 3] + EDGE) return false
  if (outer.kind === 'sphere') return withinSphere(outer, inner)
  const outline = outlineOf(inner)
  const within = insideOf(outer)
  if (!outline.every(within)) return false
  return outer.kind !== 'prism' || !reachesInto(outer.outline, outline)
}

function insideOf(outer: Exclude<Solid, { kind: 'sphere' }>): (spot: Spot) => boolean {
  if (outer.kind === 'cylinder') return ([x, z]) => Math.hypot(x - outer.x, z - outer.z) <= outer.radius + EDGE
  const outline = outlineOf(outer)
  return ([x, z]) => insidePolygon(x, z, outline) || distanceToOutline(x, z, outline) <= EDGE
}
/** Whether a concave outline cuts something out of another whose corners all lie within it. */
const reachesInto = (outer: readonly Spot[], inner: readonly Spot[]): boolean =>
  outer.some((corner) => isWellInside(corner, inner)) ||
  edgesOf(outer).some((a) => edgesOf(inner).some((b) => crosses(a, b)))
/** Whether two edges cross between their ends. */
function crosses([a, b]: [Spot, Spot], [c, d]: [Spot, Spot]): boolean {
  const side = (p: Spot, q: Spot, r: Spot) => (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])
  const apart = (u: number, v: number) => (u > EDGE && v < -EDGE) || (u < -EDGE && v > EDGE)
  return apart(side(a, b, c), side(a, b, d)) && apart(side(c, d, a), side(c, d, b))
}
const isWellInside = ([x, z]: Spot, outline: readonly Spot[]): boolean =>
  insidePolygon(x, z, outline) && distanceToOutline(x, z, outline) > EDGE

function withinSphere(outer: Extract<Solid, { kind: 'sphere' }>, inner: Solid): boolean {
  if (inner.kind === 'sphere')
    return Math.hypot(inner.x - outer.x, inner.y - outer.y, inner.z - outer.z) + inner.radius <= outer.radius + EDGE
  const [, low, , , high] = inner.bounds
  const tall = Math.max(Math.abs(low - outer.y), Math.abs(high - outer.y))
  if (inner.kind === 'cylinder') {
    const wide = Math.hypot(inner.x - outer.x, inner.z - outer.z) + inner.radius
    return Math.hypot(wide, tall) <= outer.radius + EDGE
  }
  return outlineOf(inner).every(([x, z]) => Math.hypot(x - outer.x, z - outer.z, tall) <= outer.radius + EDGE)
}
