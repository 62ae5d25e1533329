import type Flatbush from 'flatbush'
import { crossings, NEVER, type Intervals } from '../space'
import { SAME_TIME } from './agenda'
import type { Compiled, CompiledZone, ZoneGeometry } from './compile'
import { createHeap } from './heap'
import { legAt, type Contact, type Leg, type Touch } from './legs'
import { ownTime, partNow, runTime, type PathPart, type Walker } from './walker'

/** A touch shorter than this is no presence, a gap shorter than this no leave (s). */
export const SHORTEST = 1e-6

export interface Edge {
  walker: Walker
  zone: CompiledZone
  leave: boolean
}

/** Finds, walker by walker, the next edges that come from walking. */
export interface EdgeFinder {
  /** The time of the run of the walker's next edge. */
  next(): number
  /** Adds all edges that belong to a time. */
  take(t: number, edges: Edge[]): void
  /** A presence has begun or ended: what comes next for that zone. */
  toggled(zone: CompiledZone, t: number): void
  /** The route or the zones that are on have changed: look again from the walker's place now. */
  refresh(t: number): void
}

interface Pending {
  zone: CompiledZone
  own: number
  leave: boolean
  /** Counts what was found for the zone; an older find is void. */
  version: number
}

export function createEdgeFinder(compiled: Compiled, walker: Walker, enabled: Uint8Array): EdgeFinder {
  let leg = -1
  const pending = createHeap<Pending>((a, b) => a.own < b.own)
  const versions: number[] = new Array(compiled.zones.length).fill(0)
  /** What `next` has given, and for which part of the path; undefined when it must be worked out again. */
  let told: PathPart | undefined
  let due = Infinity

  function find(zone: CompiledZone, contact: Contact, legs: readonly Leg[], local: number): void {
    const version = ++versions[zone.index]
    if (!enabled[zone.index]) return
    const leave = walker.inside[zone.index] === 1
    const at = leave
      ? leaveOn(compiled, walker, zone, contact, legs, leg, local)
      : enterOn(compiled, walker, zone, contact, legs, leg, local)
    if (at !== Infinity) pending.push({ zone, own: legs[leg].start + at, leave, version })
  }

  function earliest(): Pending | undefined {
    let top = pending.peek()
    while (top && top.version !== versions[top.zone.index]) {
      pending.pop()
      top = pending.peek()
    }
    return top
  }

  function search(from: number, fromOwn: number): void {
    const { legs } = partNow(walker).route
    pending.clear()
    leg = legs.length
    // What lies about is no body, it is one while it flies; of whom nothing has been told nobody knows the place.
    if (!walker.present && (walker.kind === 'prop' || walker.fed)) return
    for (leg = from; leg < legs.length; leg++) {
      const local = Math.max(0, fromOwn - legs[leg].start)
      const touches = touchesOn(compiled, walker, legs[leg])
      let inside = 0
      for (let i = 0; i < touches.length; i++) {
        const { zone, contact } = touches[i]
        inside += walker.inside[zone.index]
        find(zone, contact, legs, local)
      }
      // After a move it may count as inside of zones that the way doesn't touch.
      if (inside < walker.insideOf)
        for (const zone of compiled.zones)
          if (walker.inside[zone.index] === 1 && !zone.mobile && !touches.some((touch) => touch.zone === zone))
            find(zone, NONE, legs, local)
      if (earliest()) return
    }
  }

  return {
    next() {
      const part = partNow(walker)
      if (told === part) return due
      // On to the next leg only now: until all edges of a time have happened, what comes next is asked on this one.
      if (!earliest() && leg < part.route.legs.length) search(leg + 1, 0)
      const first = earliest()
      const comes = first !== undefined && (part.moving || first.own <= part.own + SAME_TIME)
      due = comes ? Math.max(runTime(part, first.own), part.t) : Infinity
      told = part
      return due
    },
    take(t, edges) {
      told = undefined
      const part = partNow(walker)
      const { legs } = part.route
      const until = (part.moving ? ownTime(part, t) : part.own) + SAME_TIME
      const before = edges.length
      for (;;) {
        for (let top = earliest(); top && top.own <= until; top = earliest()) {
          pending.pop()
          edges.push({ walker, zone: top.zone, leave: top.leave })
        }
        if (earliest() || leg + 1 >= legs.length || legs[leg + 1].start > until) return
        // On the next leg what has been found so far has happened.
        for (let i = before; i < edges.length; i++) flip(edges[i])
        const found = edges.length
        search(leg + 1, legs[leg + 1].start)
        for (let i = before; i < found; i++) flip(edges[i])
      }
    },
    toggled(zone, t) {
      told = undefined
      const { legs } = partNow(walker).route
      if (zone.mobile || leg < 0 || leg >= legs.length) return
      const local = Math.max(0, ownTime(partNow(walker), t) - legs[leg].start)
      find(zone, contactOn(compiled, walker, zone, legs[leg]), legs, local)
    },
    refresh(t) {
      told = undefined
      const part = partNow(walker)
      const own = Math.max(0, ownTime(part, t))
      search(legAt(part.route, own), own)
    },
  }

  function flip({ zone }: Edge): void {
    walker.insideOf += walker.inside[zone.index] ? -1 : 1
    walker.inside[zone.index] ^= 1
  }
}

/** The zones whose rim a leg touches, in document order; kept for the next run of the same show. */
function touchesOn(compiled: Compiled, walker: Walker, leg: Leg): readonly Touch[] {
  const before = leg.touches
  if (before?.compiled === compiled) return before.all
  const all: Touch[] = []
  const { zones, near } = compiled
  const found = near && candidates(near, walker, leg)
  const way = wayOf(walker, leg)
  for (let i = 0; i < (found ?? zones).length; i++) {
    const zone = zones[found ? found[i] : i]
    if (!meets(compiled.bounds, 6 * zone.index, way)) continue
    const contact = (before && knownContact(before, zone)) ?? contactWith(walker, zone.geometry, leg)
    if (contact !== NONE) all.push({ zone, contact })
  }
  leg.touches = { compiled, all }
  return all
}

/** The space that a body comes through on a leg: x, y and z from, then to. */
const space = new Float64Array(6)
function wayOf(walker: Walker, { piece }: Leg): Float64Array {
  const { radius, high } = walker.cylinders.body
  const seconds = piece.seconds === Infinity ? 0 : piece.seconds
  for (let axis = 0; axis < 3; axis++) {
    const from = piece.from[axis]
    const to = from + piece.velocity[axis] * seconds
    space[axis] = Math.min(from, to) - (axis === 1 ? 0 : radius)
    space[axis + 3] = Math.max(from, to) + (axis === 1 ? Math.max(high, walker.cylinders.eyes.high) : radius)
  }
  return space
}

const meets = (bounds: Float64Array, at: number, way: Float64Array): boolean =>
  way[0] <= bounds[at + 3] &&
  way[3] >= bounds[at] &&
  way[2] <= bounds[at + 5] &&
  way[5] >= bounds[at + 2] &&
  way[1] <= bounds[at + 4] &&
  way[4] >= bounds[at + 1]

/** What was worked out for the show as it was before, if the zone has stayed where it was. */
function knownContact({ compiled, all }: NonNullable<Leg['touches']>, { zone, geometry }: CompiledZone) {
  const before = compiled.zoneIndex.get(zone.id)
  if (!before || before.mobile || before.geometry !== geometry) return undefined
  return all.find((touch) => touch.zone === before)?.contact ?? NONE
}

function contactOn(compiled: Compiled, walker: Walker, zone: CompiledZone, leg: Leg): Contact {
  const touches = touchesOn(compiled, walker, leg)
  for (let i = 0; i < touches.length; i++) if (touches[i].zone === zone) return touches[i].contact
  return NONE
}

function candidates(near: Flatbush, walker: Walker, { piece }: Leg): number[] {
  const reach = walker.cylinders.body.radius + SHORTEST
  const seconds = piece.seconds === Infinity ? 0 : piece.seconds
  const x = piece.from[0] + piece.velocity[0] * seconds
  const z = piece.from[2] + piece.velocity[2] * seconds
  const found = near.search(
    Math.min(piece.from[0], x) - reach,
    Math.min(piece.from[2], z) - reach,
    Math.max(piece.from[0], x) + reach,
    Math.max(piece.from[2], z) + reach,
  )
  return found.sort((a, b) => a - b)
}

const NONE: Contact = { enter: NEVER, stay: NEVER }

/** When the walker touches the zone on a leg, and when it touches the zone grown by its rim, in the leg's time. */
function contactWith(walker: Walker, geometry: ZoneGeometry, leg: Leg): Contact {
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

function enterOn(
  compiled: Compiled,
  walker: Walker,
  zone: CompiledZone,
  { enter: spans }: Contact,
  legs: readonly Leg[],
  index: number,
  from: number,
): number {
  for (let i = 0; i < spans.length; i += 2) {
    if (spans[i] < from - SAME_TIME) continue
    const here = spans[i + 1] - spans[i]
    if (here >= SHORTEST || here + goesOn(compiled, walker, zone, legs, index, spans[i + 1], 'enter') >= SHORTEST)
      return spans[i]
  }
  return Infinity
}

function leaveOn(
  compiled: Compiled,
  walker: Walker,
  zone: CompiledZone,
  { stay: spans }: Contact,
  legs: readonly Leg[],
  index: number,
  from: number,
): number {
  for (let i = 0; i < spans.length; i += 2) {
    if (spans[i] - SHORTEST > from) break
    const to = spans[i + 1]
    if (to < from - SAME_TIME) continue
    if (to === Infinity || goesOn(compiled, walker, zone, legs, index, to, 'stay') > 0) return Infinity
    return Math.max(from, to)
  }
  return from
}

/** How long contact that ends at `to` on a leg goes on over its seam to the next one (s, a hair if it only touches). */
function goesOn(
  compiled: Compiled,
  walker: Walker,
  zone: CompiledZone,
  legs: readonly Leg[],
  index: number,
  to: number,
  which: 'enter' | 'stay',
): number {
  const rest = legs[index].piece.seconds - to
  const next = legs[index + 1]
  if (rest >= SHORTEST || !next) return 0
  const spans = contactOn(compiled, walker, zone, next)[which]
  if (spans.length === 0 || spans[0] + rest >= SHORTEST) return 0
  return Number.MIN_VALUE + spans[1]
}
