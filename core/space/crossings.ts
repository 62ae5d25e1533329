import { both, NEVER, union, type Intervals } from './intervals'
import { distanceToOutline, inCapsule, inCircle, inRoundedBox, inSlab, insidePolygon, type Span } from './lines'
import type { Cylinder, Piece } from './piece'
import type { Solid } from './solid'

/** Heights that differ by less than this meet (m). */
const HEIGHT_SLACK = 1e-6
/** How far apart two outlines may be, from rounding alone, and still touch (m). */
const TOUCH_SLACK = 4e-12
/** Contact over a shorter way than this is not what walking along an edge looks like (m). */
const ALONG_EDGE = 1e-4
/** Contact that begins this little after the end of a piece belongs to its end (s). */
const TIME_SLACK = 1e-9

/**
 * When a body that walks a piece touches a solid grown by `rim`, in the piece's own time, solved in closed form
 * (bracketed to 1e-12 s for a sphere met on a slope).
 */
export function crossings(solid: Solid, rim: number, body: Cylinder, piece: Piece): Intervals {
  if (piece.seconds === 0) return touches(solid, rim, body, piece.from) ? [0, 0] : NEVER
  if (piece.seconds === Infinity) return touches(solid, rim, body, piece.from) ? [0, Infinity] : NEVER
  if (!nearBounds(solid, rim, body, piece)) return NEVER
  if (standsIn(solid, body, piece, 0) && standsIn(solid, body, piece, piece.seconds)) return [0, piece.seconds]
  const exact = clip(contact(solid, rim, body, piece), piece.seconds)
  if (spanned(exact) >= piece.seconds - TIME_SLACK) return exact
  const along = clip(contact(solid, rim + TOUCH_SLACK, body, piece), piece.seconds)
  if (exact.length > 0) return isLonger(spanned(along) - spanned(exact), piece) ? along : exact
  return along.length > 0 && isAlongEdge(along[1] - along[0], piece) ? along : NEVER
}

/** How long contact lasts from its first moment to its last (s). */
const spanned = (spans: Intervals): number => (spans.length > 0 ? spans[spans.length - 1] - spans[0] : -Infinity)
/** Whether contact lasts so much longer (s) only as a way along an edge does, part of which rounding has put outside. */
const isLonger = (seconds: number, { velocity: [vx, vy, vz] }: Piece): boolean =>
  Math.hypot(vx, vy, vz) * seconds > ALONG_EDGE

/** Whether a body stands in a solid that has no hollows, its middle too: who does at both ends of a piece does all along. */
function standsIn(solid: Solid, body: Cylinder, { from, velocity }: Piece, t: number): boolean {
  if (solid.kind === 'sphere' || solid.kind === 'prism') return false
  const y = from[1] + velocity[1] * t
  if (y + body.low > solid.high || y + body.high < solid.low) return false
  const px = from[0] + velocity[0] * t - solid.x
  const pz = from[2] + velocity[2] * t - solid.z
  if (solid.kind === 'cylinder') return px * px + pz * pz <= solid.radius * solid.radius
  const { sin, cos, hw, hd } = solid
  return Math.abs(px * cos - pz * sin) <= hw && Math.abs(px * sin + pz * cos) <= hd
}

/** Whether contact that is there by rounding alone is a way along an edge, and not a tip that is brushed. */
function isAlongEdge(seconds: number, piece: Piece): boolean {
  if (seconds >= piece.seconds - TIME_SLACK) return true
  return isLonger(seconds, piece)
}

function nearBounds(solid: Solid, rim: number, body: Cylinder, piece: Piece): boolean {
  const reach = rim + body.radius + 1e-6
  const b = solid.bounds
  for (let axis = 0; axis < 3; axis++) {
    const from = piece.from[axis]
    const to = from + piece.velocity[axis] * piece.seconds
    const low = Math.min(from, to) + (axis === 1 ? body.low - rim - 1e-5 : -reach)
    const high = Math.max(from, to) + (axis === 1 ? body.high + rim + 1e-5 : reach)
    if (high < b[axis] || low > b[axis + 3]) return false
  }
  return true
}

function clip(spans: Intervals, seconds: number): Intervals {
  if (spans.length === 2 && spans[0] >= 0 && spans[1] <= seconds) return spans
  const result: number[] = []
  for (let i = 0; i < spans.length; i += 2) {
    if (spans[i] > seconds + TIME_SLACK || spans[i + 1] < -TIME_SLACK) continue
    result.push(Math.min(seconds, Math.max(0, spans[i])), Math.min(seconds, Math.max(0, spans[i + 1])))
  }
  return result
}

const asIntervals = (span: Span): Intervals => span ?? NEVER

function contact(solid: Solid, rim: number, body: Cylinder, piece: Piece): Intervals {
  if (solid.kind === 'sphere') return asIntervals(inSphere(solid, rim, body, piece))
  const low = solid.low - rim - HEIGHT_SLACK - body.high
  const high = solid.high + rim + HEIGHT_SLACK - body.low
  const y = piece.from[1]
  if (piece.velocity[1] === 0) return y < low || y > high ? NEVER : inPlan(solid, body.radius + rim, piece)
  const heights = inSlab(y, piece.velocity[1], low, high)
  if (!heights) return NEVER
  return both(heights, inPlan(solid, body.radius + rim, piece))
}

function inPlan(solid: Exclude<Solid, { kind: 'sphere' }>, r: number, { from, velocity, seconds }: Piece): Intervals {
  const vx = velocity[0]
  const vz = velocity[2]
  if (solid.kind === 'prism') return inPolygon(solid.outline, r, from[0], from[2], vx, vz, seconds)
  const px = from[0] - solid.x
  const pz = from[2] - solid.z
  if (solid.kind === 'cylinder') return asIntervals(inCircle(px, pz, vx, vz, solid.radius + r))
  const { sin, cos, hw, hd } = solid
  return asIntervals(
    inRoundedBox(px * cos - pz * sin, px * sin + pz * cos, vx * cos - vz * sin, vx * sin + vz * cos, hw, hd, r),
  )
}

/** When a disc of radius r meets a polygon, concave ones too: near an edge, or between two edges and inside. */
function inPolygon(
  outline: readonly [number, number][],
  r: number,
  px: number,
  pz: number,
  vx: number,
  vz: number,
  seconds: number,
): Intervals {
  const spans: number[][] = []
  const cuts = [0, seconds]
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const ax = outline[j][0]
    const az = outline[j][1]
    const bx = outline[i][0]
    const bz = outline[i][1]
    const near = inCapsule(px, pz, vx, vz, outline[j], outline[i], r)
    if (near) spans.push(near)
    const across = vx * (bz - az) - vz * (bx - ax)
    if (across !== 0) {
      const t = ((ax - px) * (bz - az) - (az - pz) * (bx - ax)) / across
      if (t > 0 && t < seconds) cuts.push(t)
    }
  }
  cuts.sort((a, b) => a - b)
  for (let i = 1; i < cuts.length; i++) {
    const middle = (cuts[i - 1] + cuts[i]) / 2
    if (cuts[i] > cuts[i - 1] && insidePolygon(px + vx * middle, pz + vz * middle, outline))
      spans.push([cuts[i - 1], cuts[i]])
  }
  return union(spans, TIME_SLACK)
}

/** (max(0, d − r))² + v² ≤ R², d in plan from the axis to the centre, v from the body's span to the centre. Convex in time, so one span. */
function inSphere(solid: Solid & { kind: 'sphere' }, rim: number, body: Cylinder, piece: Piece): Span {
  const { from, velocity, seconds } = piece
  const R = solid.radius + rim
  const px = from[0] - solid.x
  const pz = from[2] - solid.z
  const low = from[1] + body.low - solid.y
  const height = body.high - body.low
  const vx = velocity[0]
  const vy = velocity[1]
  const vz = velocity[2]
  if (vy === 0) {
    const v = low > 0 ? low : low + height < 0 ? low + height : 0
    return Math.abs(v) <= R ? inCircle(px, pz, vx, vz, body.radius + Math.sqrt(R * R - v * v)) : undefined
  }
  if (body.radius === 0 && height === 0) {
    const a = vx * vx + vy * vy + vz * vz
    const b = px * vx + low * vy + pz * vz
    const d = b * b - a * (px * px + low * low + pz * pz - R * R)
    return d < 0 ? undefined : [(-b - Math.sqrt(d)) / a, (-b + Math.sqrt(d)) / a]
  }
  const over = (t: number) => {
    const x = px + vx * t
    const z = pz + vz * t
    const d = Math.max(0, Math.sqrt(x * x + z * z) - body.radius)
    const y = low + vy * t
    const v = y > 0 ? y : y + height < 0 ? y + height : 0
    return d * d + v * v - R * R
  }
  return belowZero(over, -TIME_SLACK, seconds + TIME_SLACK)
}

/** The span in [from, to] in which a convex function is at most 0, bracketed to 1e-12. */
function belowZero(f: (t: number) => number, from: number, to: number): Span {
  let a = from
  let b = to
  for (let i = 0; i < 200 && b - a > 1e-12; i++) {
    const m1 = a + (b - a) / 3
    const m2 = b - (b - a) / 3
    if (f(m1) <= f(m2)) b = m2
    else a = m1
    if (f((a + b) / 2) <= 0) break
  }
  const least = (a + b) / 2
  if (f(least) > 0) return undefined
  const edge = (outside: number): number => {
    if (f(outside) <= 0) return outside
    let inside = least
    for (let i = 0; i < 100 && Math.abs(outside - inside) > 1e-12; i++) {
      const middle = (outside + inside) / 2
      if (f(middle) <= 0) inside = middle
      else outside = middle
    }
    return inside
  }
  return [edge(from), edge(to)]
}

/** Whether a body whose feet are at a point touches a solid grown by `rim`. */
export function touches(solid: Solid, rim: number, body: Cylinder, at: readonly [number, number, number]): boolean {
  const y = at[1]
  if (solid.kind === 'sphere') return distanceToMiddle(solid, body, at) <= solid.radius + rim + TOUCH_SLACK
  if (y + body.low > solid.high + rim + HEIGHT_SLACK || y + body.high < solid.low - rim - HEIGHT_SLACK) return false
  return signedInPlan(solid, at[0], at[2]) <= body.radius + rim + TOUCH_SLACK
}

/** From the middle of a sphere to the nearest point of a body. */
function distanceToMiddle(
  solid: Solid & { kind: 'sphere' },
  body: Cylinder,
  [x, y, z]: readonly [number, number, number],
): number {
  const d = Math.max(0, Math.hypot(x - solid.x, z - solid.z) - body.radius)
  const low = y + body.low - solid.y
  const high = y + body.high - solid.y
  return Math.hypot(d, low > 0 ? low : high < 0 ? high : 0)
}

/**
 * How far a body is from touching a solid grown by `rim` (m): 0 at the edge of contact, negative where they overlap.
 * Never changes faster than the two move against each other.
 */
export function gap(solid: Solid, rim: number, body: Cylinder, at: readonly [number, number, number]): number {
  const [x, y, z] = at
  if (solid.kind === 'sphere') return distanceToMiddle(solid, body, at) - solid.radius - rim
  const above = y + body.low - solid.high
  const below = solid.low - (y + body.high)
  return Math.max(signedInPlan(solid, x, z) - body.radius, above, below) - rim
}

/** The distance in plan from a spot to the outline of a solid, negative inside it. */
function signedInPlan(solid: Exclude<Solid, { kind: 'sphere' }>, x: number, z: number): number {
  if (solid.kind === 'prism') {
    const far = distanceToOutline(x, z, solid.outline)
    return insidePolygon(x, z, solid.outline) ? -far : far
  }
  const px = x - solid.x
  const pz = z - solid.z
  if (solid.kind === 'cylinder') return Math.hypot(px, pz) - solid.radius
  const { sin, cos, hw, hd } = solid
  const dx = Math.abs(px * cos - pz * sin) - hw
  const dz = Math.abs(px * sin + pz * cos) - hd
  return dx > 0 || dz > 0 ? Math.hypot(Math.max(0, dx), Math.max(0, dz)) : Math.max(dx, dz)
}
