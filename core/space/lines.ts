import type { Spot } from '../show'

/** A span of time during which something holds, or undefined if it never does. */
export type Span = [from: number, to: number] | undefined

/** The span that was found last, where one is asked for without making one. */
const found = new Float64Array(2)
function find(from: number, to: number): true {
  found[0] = from
  found[1] = to
  return true
}
const asSpan = (is: boolean): Span => (is ? [found[0], found[1]] : undefined)

function crossesCircle(px: number, pz: number, vx: number, vz: number, r: number): boolean {
  const a = vx * vx + vz * vz
  const c = px * px + pz * pz - r * r
  if (a === 0) return c <= 0 && find(-Infinity, Infinity)
  const b = px * vx + pz * vz
  const d = b * b - a * c
  if (d < 0) return false
  const root = Math.sqrt(d)
  return find((-b - root) / a, (-b + root) / a)
}

function crossesSlab(p: number, v: number, low: number, high: number): boolean {
  if (v === 0) return p >= low && p <= high && find(-Infinity, Infinity)
  const a = (low - p) / v
  const b = (high - p) / v
  return a <= b ? find(a, b) : find(b, a)
}

/** When a moving point lies in a rectangle of half sizes w, d about the origin. */
function crossesRectangle(px: number, pz: number, vx: number, vz: number, w: number, d: number): boolean {
  if (!crossesSlab(px, vx, -w, w)) return false
  const from = found[0]
  const to = found[1]
  if (!crossesSlab(pz, vz, -d, d)) return false
  find(Math.max(from, found[0]), Math.min(to, found[1]))
  return found[0] <= found[1]
}

/** When |p + v·t| ≤ r: the chord of a line through a circle about the origin. */
export const inCircle = (px: number, pz: number, vx: number, vz: number, r: number): Span =>
  asSpan(crossesCircle(px, pz, vx, vz, r))

/** When low ≤ p + v·t ≤ high. */
export const inSlab = (p: number, v: number, low: number, high: number): Span => asSpan(crossesSlab(p, v, low, high))

/** What two stretches of one line have in common. */
export function overlap(a: Span, b: Span): Span {
  if (!a || !b) return undefined
  const from = Math.max(a[0], b[0])
  const to = Math.min(a[1], b[1])
  return from <= to ? [from, to] : undefined
}

/** The smallest span that holds both: for parts of one convex set. */
export function hull(a: Span, b: Span): Span {
  if (!a) return b
  if (!b) return a
  return [Math.min(a[0], b[0]), Math.max(a[1], b[1])]
}

/** When a moving point lies within r of a rectangle of half sizes hw, hd about the origin (its corners rounded by r). */
export function inRoundedBox(px: number, pz: number, vx: number, vz: number, hw: number, hd: number, r: number): Span {
  if (r === 0) return asSpan(crossesRectangle(px, pz, vx, vz, hw, hd))
  if (!crossesRectangle(px, pz, vx, vz, hw + r, hd + r)) return undefined
  let from = found[0]
  let to = found[1]
  const throughSide = (t: number): boolean => Math.abs(px + vx * t) <= hw || Math.abs(pz + vz * t) <= hd
  // Most ways go in and out through a side, and no corner matters.
  if (throughSide(from) && throughSide(to)) return [from, to]
  from = Infinity
  to = -Infinity
  const widen = (is: boolean): void => {
    if (!is) return
    from = Math.min(from, found[0])
    to = Math.max(to, found[1])
  }
  widen(crossesRectangle(px, pz, vx, vz, hw + r, hd))
  widen(crossesRectangle(px, pz, vx, vz, hw, hd + r))
  for (let corner = 0; corner < 4; corner++)
    widen(crossesCircle(px - (corner < 2 ? -hw : hw), pz - (corner % 2 === 0 ? -hd : hd), vx, vz, r))
  return from <= to ? [from, to] : undefined
}

/** When a moving point lies within r of the segment from a to b. */
export function inCapsule(px: number, pz: number, vx: number, vz: number, a: Spot, b: Spot, r: number): Span {
  const dx = b[0] - a[0]
  const dz = b[1] - a[1]
  const length = Math.hypot(dx, dz)
  let span = hull(inCircle(px - a[0], pz - a[1], vx, vz, r), inCircle(px - b[0], pz - b[1], vx, vz, r))
  if (length > 0) {
    const ux = dx / length
    const uz = dz / length
    const along = inSlab((px - a[0]) * ux + (pz - a[1]) * uz, vx * ux + vz * uz, 0, length)
    const across = inSlab((pz - a[1]) * ux - (px - a[0]) * uz, vz * ux - vx * uz, -r, r)
    span = hull(span, overlap(along, across))
  }
  return span
}

/** Whether a spot lies inside a polygon (even-odd; on the edge either way). */
export function insidePolygon(x: number, z: number, outline: readonly Spot[]): boolean {
  let inside = false
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const xi = outline[i][0]
    const zi = outline[i][1]
    const xj = outline[j][0]
    const zj = outline[j][1]
    if (zi > z !== zj > z && x < ((xj - xi) * (z - zi)) / (zj - zi) + xi) inside = !inside
  }
  return inside
}

/** The spot of a segment that is nearest to another. */
export function nearestOnSegment(x: number, z: number, a: Spot, b: Spot): Spot {
  const dx = b[0] - a[0]
  const dz = b[1] - a[1]
  const length2 = dx * dx + dz * dz
  const u = length2 === 0 ? 0 : Math.min(1, Math.max(0, ((x - a[0]) * dx + (z - a[1]) * dz) / length2))
  return [a[0] + u * dx, a[1] + u * dz]
}

/** The distance from a spot to a segment. */
export function distanceToSegment(x: number, z: number, a: Spot, b: Spot): number {
  const dx = b[0] - a[0]
  const dz = b[1] - a[1]
  const length2 = dx * dx + dz * dz
  const u = length2 === 0 ? 0 : Math.min(1, Math.max(0, ((x - a[0]) * dx + (z - a[1]) * dz) / length2))
  return Math.hypot(x - a[0] - u * dx, z - a[1] - u * dz)
}

/** The distance in plan from a spot to the edge of a polygon. */
export function distanceToOutline(x: number, z: number, outline: readonly Spot[]): number {
  let least = Infinity
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++)
    least = Math.min(least, distanceToSegment(x, z, outline[j], outline[i]))
  return least
}
