import type { Point } from '../../show'
import { crossings, NEVER, type Bounds, type Intervals } from '../../space'
import { SAME_TIME } from '../../base'
import type { Body } from './body'
import type { Layout, ZoneGeometry } from './layout'
import { legAt, type Contact, type Leg, type Route, type Touch } from './routes'

/** A touch shorter than this is no presence, a gap shorter than this no leave (s). */
export const SHORTEST = 1e-6

const NONE: Contact = { enter: NEVER, stay: NEVER }
const NOTHING: readonly Touch[] = []

/** The zones whose rim a leg touches, in document order; kept for the next run over the same layout. */
export function touchesOn(layout: Layout, walker: Body, leg: Leg): readonly Touch[] {
  const before = leg.touches
  if (before?.layout === layout) return before.all
  let all = NOTHING as Touch[]
  const { bounds, geometries } = layout
  measure(walker, leg)
  const found = layout.near && candidates(layout.near)
  const count = found ? found.length : geometries.length
  for (let i = 0; i < count; i++) {
    const zone = found ? found[i] : i
    if (!meets(bounds, 6 * zone)) continue
    const geometry = geometries[zone]
    const contact = (before && knownContact(before, geometry)) ?? contactWith(walker, geometry, leg)
    if (contact === NONE) continue
    if (all === NOTHING) all = [{ zone, contact }]
    else all.push({ zone, contact })
  }
  leg.touches = { layout, all }
  return all
}

function contactOn(layout: Layout, walker: Body, zone: number, leg: Leg): Contact {
  const touches = touchesOn(layout, walker, leg)
  for (let i = 0; i < touches.length; i++) if (touches[i].zone === zone) return touches[i].contact
  return NONE
}

/** What was worked out for an earlier layout, if the zone was there already as it is now. */
function knownContact({ layout, all }: NonNullable<Leg['touches']>, geometry: ZoneGeometry): Contact | undefined {
  const before = layout.places.get(geometry)
  if (before === undefined) return undefined
  return all.find((touch) => touch.zone === before)?.contact ?? NONE
}

/** The space that a body comes through on the leg measured last: x, y and z from, then to. */
const space = new Float64Array(6)
function measure(walker: Body, { piece }: Leg): void {
  const { from, velocity } = piece
  const seconds = piece.seconds === Infinity ? 0 : piece.seconds
  measureFrom(
    walker,
    from[0] + velocity[0] * seconds,
    from[1] + velocity[1] * seconds,
    from[2] + velocity[2] * seconds,
    from,
  )
}
function measureFrom({ cylinders }: Body, x: number, y: number, z: number, from: Point): void {
  const { radius, high } = cylinders.body
  const tall = Math.max(high, cylinders.eyes.high)
  space[0] = Math.min(from[0], x) - radius
  space[1] = Math.min(from[1], y)
  space[2] = Math.min(from[2], z) - radius
  space[3] = Math.max(from[0], x) + radius
  space[4] = Math.max(from[1], y) + tall
  space[5] = Math.max(from[2], z) + radius
}

/** Whether a body may touch a zone, or its rim, where it stands: only then is it worth asking. */
export function mayTouch({ bounds }: Layout, walker: Body, zone: number, at: Point): boolean {
  measureFrom(walker, at[0], at[1], at[2], at)
  return meets(bounds, 6 * zone)
}

/** Whether a body may come near a thing of some bounds on a leg. */
export function comesNear(walker: Body, leg: Leg, bounds: Bounds): boolean {
  measure(walker, leg)
  return meets(bounds, 0)
}

const meets = (bounds: ArrayLike<number>, at: number): boolean =>
  space[0] <= bounds[at + 3] &&
  space[3] >= bounds[at] &&
  space[2] <= bounds[at + 5] &&
  space[5] >= bounds[at + 2] &&
  space[1] <= bounds[at + 4] &&
  space[4] >= bounds[at + 1]

/** Zones that the leg measured last may touch in plan, in document order. */
const candidates = (near: NonNullable<Layout['near']>): number[] =>
  near.search(space[0] - SHORTEST, space[2] - SHORTEST, space[3] + SHORTEST, space[5] + SHORTEST).sort(inOrder)
const inOrder = (a: number, b: number): number => a - b

/** When the walker touches the zone on a leg, and when it touches the zone grown by its rim, in the leg's time. */
function contactWith(walker: Body, geometry: ZoneGeometry, leg: Leg): Contact {
  const body = walker.cylinders[geometry.notices]
  const stay = bridged(crossings(geometry.solid, geometry.rim, body, leg.piece))
  if (stay.length === 0) return NONE
  if (geometry.rim === 0) return { enter: stay, stay }
  return { enter: bridged(crossings(geometry.solid, 0, body, leg.piece)), stay }
}

/** Spans with gaps too short for a leave made one. */
function bridged(spans: Intervals): Intervals {
  if (spans.length <= 2) return spans
  const result = [spans[0], spans[1]]
  for (let i = 2; i < spans.length; i += 2) {
    if (spans[i] - result[result.length - 1] < SHORTEST) result[result.length - 1] = spans[i + 1]
    else result.push(spans[i], spans[i + 1])
  }
  return result
}

/** What a body walks, among zones that lie so. */
export interface Way {
  layout: Layout
  walker: Body
  legs: readonly Leg[]
}

/** When a body that is inside of a zone or outside leaves or enters it on a leg, from a time of the leg on; Infinity if it doesn't. */
export function edgeOn(
  way: Way,
  zone: number,
  inside: boolean,
  { enter, stay }: Contact,
  index: number,
  from: number,
): number {
  return inside ? leaveOn(way, zone, stay, index, from) : enterOn(way, zone, enter, index, from)
}

function enterOn(way: Way, zone: number, spans: Intervals, index: number, from: number): number {
  for (let i = 0; i < spans.length; i += 2) {
    if (spans[i] < from - SAME_TIME) continue
    const here = spans[i + 1] - spans[i]
    if (here >= SHORTEST || here + goesOn(way, zone, index, spans[i + 1], 'enter') >= SHORTEST) return spans[i]
  }
  return Infinity
}

function leaveOn(way: Way, zone: number, spans: Intervals, index: number, from: number): number {
  for (let i = 0; i < spans.length; i += 2) {
    if (spans[i] - SHORTEST > from) break
    const to = spans[i + 1]
    if (to < from - SAME_TIME) continue
    if (to === Infinity || goesOn(way, zone, index, to, 'stay') > 0) return Infinity
    return Math.max(from, to)
  }
  return from
}

/** How long contact that ends at `to` on a leg goes on over its seam to the next one (s, a hair if it only touches). */
function goesOn({ layout, walker, legs }: Way, zone: number, index: number, to: number, which: keyof Contact): number {
  const rest = legs[index].piece.seconds - to
  const next = legs[index + 1]
  if (rest >= SHORTEST || !next) return 0
  const spans = contactOn(layout, walker, zone, next)[which]
  if (spans.length === 0 || spans[0] + rest >= SHORTEST) return 0
  return Number.MIN_VALUE + spans[1]
}

/** The own time at which a body, inside of a zone or not, leaves or enters it next on the legs it walks, from an own time on. */
export function nextEdgeOn(layout: Layout, walker: Body, zone: number, route: Route, own: number): number {
  const { legs } = route
  const way = { layout, walker, legs }
  const inside = walker.inside[zone] === 1
  for (let i = legAt(route, own); i < legs.length; i++) {
    const leg = legs[i]
    const contact = contactOn(layout, walker, zone, leg)
    const at = edgeOn(way, zone, inside, contact, i, Math.max(0, own - leg.start))
    if (at !== Infinity) return leg.start + at
  }
  return Infinity
}
