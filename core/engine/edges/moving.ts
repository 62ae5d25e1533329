import type { Point } from '../../show'
import { positionOn, type Bounds, type Piece, type Solid } from '../../space'
import { SAME_TIME } from '../../base'
import type { CompiledZone } from '../compile'
import { movesUntil } from '../history'
import { comesNear, extentOf, legAt, ownTime, partNow, runTime, SHORTEST, type Route, type Body } from '../ways'
import { motionOf, type World } from '../world'
import { contact, stillOf, type MovingZone } from './approach'
import type { Edges } from './edges'

/** Finds the edges of zones whose prop has been moved, in the time of the run. */
export interface MovingFinder {
  next(): number
  /** Adds all edges that belong to a time. */
  collect(t: number, edges: Edges): void
  /** A prop has begun to move or to go back. */
  moved(prop: string): void
  /** A body's way has changed. */
  turned(walker: Body): void
  /** A presence in a zone has begun or ended. */
  toggled(walker: Body, zone: CompiledZone): void
  /** A body was put somewhere: what it touches there has been worked out. */
  placed(walker: Body): void
  /** Looks again, from now, where something has changed. */
  refresh(t: number): void
}

/** `begins` is told when a zone begins to move: it is not for those that stand any more. */
export function createMovingFinder(world: World, begins: () => void): MovingFinder | undefined {
  const { movable } = world.compiled
  if (movable.length === 0) return undefined
  const moving = movable.map((zone): MovingZone => {
    const prop = zone.carrier!
    return { zone, prop, motion: motionOf(world, prop.id), still: undefined, speeds: undefined }
  })
  const { bodies } = world
  /** Zone by zone, body by body: when their next edge is, and whether that must be looked up again. */
  const due = new Float64Array(moving.length * bodies.length).fill(Infinity)
  const stale = new Uint8Array(due.length)
  /** Whether it has been decided for where both stand now: contact at the very edge is decided once. */
  const decided = new Uint8Array(due.length)
  let anyStale = false
  let least = Infinity

  function settle(): void {
    least = Infinity
    for (let i = 0; i < due.length; i++) if (due[i] < least) least = due[i]
  }

  return {
    next: () => least,
    collect(t, edges) {
      if (least > t + SAME_TIME) return
      for (let i = 0; i < due.length; i++) {
        if (due[i] > t + SAME_TIME) continue
        due[i] = Infinity
        stale[i] = 1
        anyStale = true
        edges.add(bodies[i % bodies.length], moving[Math.floor(i / bodies.length)].zone.index)
      }
      settle()
    },
    moved(prop) {
      moving.forEach((each, index) => {
        if (each.prop.id !== prop) return
        if (world.moving[each.zone.index] === 0) {
          world.moving[each.zone.index] = 1
          begins()
        }
        each.motion = motionOf(world, prop)
        each.still = each.speeds = undefined
        stale.fill(1, index * bodies.length, (index + 1) * bodies.length)
        decided.fill(0, index * bodies.length, (index + 1) * bodies.length)
        anyStale = true
      })
    },
    turned(walker) {
      for (let i = 0; i < moving.length; i++) {
        if (world.moving[moving[i].zone.index] === 0) continue
        stale[i * bodies.length + walker.index] = 1
        anyStale = true
      }
    },
    toggled(walker, zone) {
      const index = moving.findIndex((each) => each.zone === zone)
      stale[index * bodies.length + walker.index] = 1
      decided[index * bodies.length + walker.index] = 1
      anyStale = true
    },
    placed(walker) {
      for (let i = 0; i < moving.length; i++) decided[i * bodies.length + walker.index] = 1
    },
    refresh(t) {
      if (!anyStale) return
      anyStale = false
      for (let i = 0; i < stale.length; i++) {
        if (stale[i] === 0) continue
        stale[i] = 0
        const each = moving[Math.floor(i / bodies.length)]
        const walker = bodies[i % bodies.length]
        const met = world.notices[each.zone.index] === 1 && walker.present
        due[i] = met ? nextEdge(each, walker, t, decided[i] === 1) : Infinity
      }
      settle()
    },
  }
}

/**
 * The next edge of a body at a zone from a time on: window by window, in each of which both move in one way. `decided`: whether it is inside
 * where both stand at that time is known already.
 */
function nextEdge(moving: MovingZone, walker: Body, from: number, decided: boolean): number {
  const { zone, motion } = moving
  const inside = walker.inside[zone.index] === 1
  const part = partNow(walker)
  const { legs } = part.route
  // Spans of contact are put together over windows: gaps and touches too short to count are none.
  let first = Infinity
  let last = inside ? from : -Infinity
  let t = Math.max(from, part.t)
  let index = -1
  let settled = decided
  for (let windows = 0; windows < 100_000; windows++) {
    const own = Math.max(0, ownTime(part, t))
    if (index < 0) index = legAt(part.route, own + SAME_TIME)
    else while (index + 1 < legs.length && legs[index + 1].start <= own + SAME_TIME) index++
    const leg = legs[index]
    const legEnd = part.moving ? runTime(part, leg.start + leg.piece.seconds) : Infinity
    const until = movesUntil(motion, t)
    const stands = until <= t
    if (stands && !inside && !walker.live && staysAway(walker, part.route, stillOf(moving, t))) return Infinity
    if (stands && !inside && legEnd < Infinity && !comesNear(walker, leg, grownBounds(moving, t))) {
      t = legEnd
      continue
    }
    const end = Math.min(legEnd, until > t + SAME_TIME ? until : Infinity)
    const velocity = part.moving && leg.piece.seconds !== Infinity ? leg.piece.velocity : AT_REST
    settled &&= stands && isAtRest(velocity)
    if (!settled) {
      const local = Math.max(0, Math.min(own - leg.start, leg.piece.seconds))
      const body: Piece = { from: positionOn(leg.piece, local), velocity, seconds: end - t }
      const spans = contact(moving, walker, body, t, until, inside ? zone.zone.rim : 0)
      for (let i = 0; i < spans.length; i += 2) {
        if (t + spans[i] - last >= SHORTEST) {
          if (inside) return last
          first = t + spans[i]
        }
        last = Math.max(last, t + spans[i + 1])
        if (!inside && last - first >= SHORTEST) return first
      }
      if (inside && end - last >= SHORTEST) return last
    } else if (inside) last = end
    if (end === Infinity) return Infinity
    t = end
  }
  return Infinity
}

const isAtRest = (velocity: Point): boolean => velocity[0] === 0 && velocity[1] === 0 && velocity[2] === 0

const NEAR = 1e-3
function grownBounds(moving: MovingZone, t: number): Bounds {
  const [x0, y0, z0, x1, y1, z1] = stillOf(moving, t).bounds
  return [x0 - NEAR, y0 - NEAR, z0 - NEAR, x1 + NEAR, y1 + NEAR, z1 + NEAR]
}

/** Whether a route never comes near a solid in plan. */
function staysAway(walker: Body, route: Route, { bounds }: Solid): boolean {
  const { x0, z0, x1, z1 } = extentOf(route)
  const reach = walker.cylinders.body.radius + NEAR
  return x1 + reach < bounds[0] || z1 + reach < bounds[2] || x0 - reach > bounds[3] || z0 - reach > bounds[5]
}

const AT_REST: Point = [0, 0, 0]
