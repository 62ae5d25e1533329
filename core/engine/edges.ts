import { crossings, type Intervals } from '../space'
import { SAME_TIME } from './agenda'
import type { Compiled, CompiledZone, ZoneGeometry } from './compile'
import { createHeap } from './heap'
import { legAt, type Leg } from './legs'
import { ownTime, partNow, runTime, type Walker } from './walker'

/** A touch shorter than this is no presence, a gap shorter than this no leave (s). */
export const SHORTEST = 1e-6

export interface Edge {
  walker: Walker
  zone: CompiledZone
  leave: boolean
  own: number
}

/** Finds, walker by walker, the next edges that come from walking. */
export interface EdgeFinder {
  /** The time of the run of the walker's next edge. */
  next(): number
  /** All edges that belong to a time. */
  take(t: number): Edge[]
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
  const versions = new Uint32Array(compiled.zones.length)

  /** The zones that can matter on a leg: those it touches and, after a move, others the walker still counts as inside of. */
  function zonesNear(on: Leg): CompiledZone[] {
    const touched = zonesTouched(compiled, walker, on)
    let inside = 0
    for (const zone of touched) inside += walker.inside[zone.index]
    if (inside === walker.insideOf) return touched
    return compiled.zones.filter((zone) => !zone.mobile && (walker.inside[zone.index] === 1 || touched.includes(zone)))
  }

  function find(zone: CompiledZone, legs: readonly Leg[], local: number): void {
    const version = ++versions[zone.index]
    if (!enabled[zone.index]) return
    const leave = walker.inside[zone.index] === 1
    const at = leave ? leaveOn(walker, zone, legs, leg, local) : enterOn(walker, zone, legs, leg, local)
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
    // What lies about is no body; it is one while it flies.
    if (walker.kind === 'prop' && !walker.present) return
    for (leg = from; leg < legs.length; leg++) {
      const local = Math.max(0, fromOwn - legs[leg].start)
      for (const zone of zonesNear(legs[leg])) find(zone, legs, local)
      if (earliest()) return
    }
  }

  return {
    next() {
      // On to the next leg only now: until all edges of a time have happened, what comes next is asked on this one.
      if (!earliest() && leg < partNow(walker).route.legs.length) search(leg + 1, 0)
      const first = earliest()
      if (!first) return Infinity
      const part = partNow(walker)
      if (part.moving || first.own <= part.own + SAME_TIME) return Math.max(runTime(part, first.own), part.t)
      return Infinity
    },
    take(t) {
      const found: Edge[] = []
      const part = partNow(walker)
      const { legs } = part.route
      const until = (part.moving ? ownTime(part, t) : part.own) + SAME_TIME
      for (;;) {
        for (let top = earliest(); top && top.own <= until; top = earliest()) {
          pending.pop()
          found.push({ walker, zone: top.zone, leave: top.leave, own: top.own })
        }
        if (earliest() || leg + 1 >= legs.length || legs[leg + 1].start > until) return found
        // On the next leg what has been found so far has happened.
        for (const edge of found) flip(edge)
        search(leg + 1, legs[leg + 1].start)
        for (const edge of found) flip(edge)
      }
    },
    toggled(zone, t) {
      const { legs } = partNow(walker).route
      if (zone.mobile || leg < 0) return
      if (leg < legs.length) find(zone, legs, Math.max(0, ownTime(partNow(walker), t) - legs[leg].start))
    },
    refresh(t) {
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
function zonesTouched(compiled: Compiled, walker: Walker, leg: Leg): CompiledZone[] {
  const known = compiled.touched.get(leg)
  if (known) return known
  const touched: CompiledZone[] = []
  for (const zone of candidates(compiled, walker, leg))
    if (!zone.mobile && contacts(walker, zone.geometry, leg).stay.length > 0) touched.push(zone)
  compiled.touched.set(leg, touched)
  return touched
}

function candidates(compiled: Compiled, walker: Walker, leg: Leg): Iterable<CompiledZone> {
  if (!compiled.near) return compiled.zones
  const { piece } = leg
  const reach = walker.cylinders.body.radius + SHORTEST
  const seconds = piece.seconds === Infinity ? 0 : piece.seconds
  const x = piece.from[0] + piece.velocity[0] * seconds
  const z = piece.from[2] + piece.velocity[2] * seconds
  const found = compiled.near.search(
    Math.min(piece.from[0], x) - reach,
    Math.min(piece.from[2], z) - reach,
    Math.max(piece.from[0], x) + reach,
    Math.max(piece.from[2], z) + reach,
  )
  found.sort((a, b) => a - b)
  return found.map((index) => compiled.zones[index])
}

const NONE = { enter: [] as Intervals, stay: [] as Intervals }

/** When the walker touches the zone on a leg, and when it touches the zone grown by its rim, in the leg's time. */
function contacts(walker: Walker, geometry: ZoneGeometry, leg: Leg): { enter: Intervals; stay: Intervals } {
  const known = leg.contacts.get(geometry)
  if (known) return known
  const body = walker.cylinders[geometry.notices]
  const stay = bridged(crossings(geometry.solid, geometry.rim, body, leg.piece))
  const result =
    stay.length === 0
      ? NONE
      : geometry.rim === 0
        ? { enter: stay, stay }
        : { enter: bridged(crossings(geometry.solid, 0, body, leg.piece)), stay }
  leg.contacts.set(geometry, result)
  return result
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

function enterOn(walker: Walker, zone: CompiledZone, legs: readonly Leg[], index: number, from: number): number {
  const spans = contacts(walker, zone.geometry, legs[index]).enter
  for (let i = 0; i < spans.length; i += 2) {
    if (spans[i] < from - SAME_TIME) continue
    const here = spans[i + 1] - spans[i]
    if (here >= SHORTEST || here + goesOn(walker, zone, legs, index, spans[i + 1], 'enter') >= SHORTEST) return spans[i]
  }
  return Infinity
}

function leaveOn(walker: Walker, zone: CompiledZone, legs: readonly Leg[], index: number, from: number): number {
  const spans = contacts(walker, zone.geometry, legs[index]).stay
  for (let i = 0; i < spans.length; i += 2) {
    if (spans[i] - SHORTEST > from) break
    const to = spans[i + 1]
    if (to < from - SAME_TIME) continue
    if (to === Infinity || goesOn(walker, zone, legs, index, to, 'stay') > 0) return Infinity
    return Math.max(from, to)
  }
  return from
}

/** How long contact that ends at `to` on a leg goes on over its seam to the next one (s, a hair if it only touches). */
function goesOn(
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
  const spans = contacts(walker, zone.geometry, next)[which]
  if (spans.length === 0 || spans[0] + rest >= SHORTEST) return 0
  return Number.MIN_VALUE + spans[1]
}
