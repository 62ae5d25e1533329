import type { Point, Prop } from '../show/types'
import {
  crossings,
  gap,
  positionOn,
  solidOf,
  type Bounds,
  type Cylinder,
  type Intervals,
  type Piece,
  type Solid,
} from '../space'
import { SAME_TIME } from './agenda'
import { historyOf } from './channels'
import type { CompiledZone } from './compile'
import { comesNear, SHORTEST } from './contacts'
import type { Edges } from './edges'
import { fastest } from './flung'
import { extentOf, legAt, type Route } from './legs'
import { frameAt, isStraight, movesUntil, type PropMotion } from './poses'
import { ownTime, partNow, runTime, type Walker } from './walker'
import { steepest } from './ramps'
import type { Segment } from './tracks'
import type { World } from './world'

/** A motion that is no straight line is looked at whenever body and zone may have come this much nearer (m), then bracketed. */
const STEP = 0.002
/** How narrowly an edge of such a motion is bracketed (s). */
const BRACKET = 1e-7

/** Finds the edges of zones whose prop has been moved, in the time of the run. */
export interface MobileFinder {
  next(): number
  /** Adds all edges that belong to a time. */
  take(t: number, edges: Edges): void
  /** A prop has begun to move or to go back. */
  moved(prop: string): void
  /** A body's way has changed. */
  turned(walker: Walker): void
  /** A presence in a zone has begun or ended. */
  toggled(walker: Walker, zone: CompiledZone): void
  /** Looks again, from now, where something has changed. */
  refresh(t: number): void
}

/** The history of a field of a prop; undefined if no cue has touched it. */
export const propHistory = (world: World, prop: string, field: string): Segment[] | undefined =>
  historyOf(world.tracks, world.walkers.length, world.compiled.propChannels.get(prop), field)

const NEVER_TURNED: PropMotion['about'] = []
const NEVER_FLUNG: PropMotion['flights'] = []

/** Whether a prop has been flung. */
export function isFlung(world: World, prop: string): boolean {
  for (const flight of world.flights) if (flight.prop === prop) return true
  return false
}

export function motionOf(world: World, prop: string): PropMotion {
  return {
    slide: propHistory(world, prop, 'slide'),
    turn: propHistory(world, prop, 'turn'),
    about: world.abouts[prop] ?? NEVER_TURNED,
    flights: isFlung(world, prop) ? world.flights.filter((flight) => flight.prop === prop) : NEVER_FLUNG,
  }
}

/** Where a prop's middle is now, and how it is turned: as it was put, moved and flung. */
export function propNow(world: World, prop: Prop): { middle: Point; yaw: number } {
  const { at, yaw } = frameAt(prop, motionOf(world, prop.id), world.now)
  return { middle: [at[0], at[1] + prop.size[1] / 2, at[2]], yaw }
}

/** A zone's solid where it stands at a time. */
export function solidAt(world: World, zone: CompiledZone, t: number): Solid {
  if (world.roams[zone.index] === 0) return zone.geometry.solid
  return solidOf(zone.zone.shape, frameAt(zone.mobile!, motionOf(world, zone.mobile!.id), t))
}

/** A zone that moves, as it is now: how its prop moves, and its solid while that stands still. */
interface Moving {
  zone: CompiledZone
  prop: Prop
  motion: PropMotion
  still: Solid | undefined
  /** How fast it goes, while the motion is as it is. */
  speeds: Speeds | undefined
}

export function createMobileFinder(world: World): MobileFinder | undefined {
  const moving = world.compiled.zones.flatMap((zone): Moving[] =>
    zone.mobile
      ? [{ zone, prop: zone.mobile, motion: motionOf(world, zone.mobile.id), still: undefined, speeds: undefined }]
      : [],
  )
  if (moving.length === 0) return undefined
  const { bodies } = world
  /** Zone by zone, body by body: when their next edge is, and whether that must be looked up again. */
  const due = new Float64Array(moving.length * bodies.length).fill(Infinity)
  const stale = new Uint8Array(due.length)
  let anyStale = false
  let least = Infinity

  function settle(): void {
    least = Infinity
    for (let i = 0; i < due.length; i++) if (due[i] < least) least = due[i]
  }

  return {
    next: () => least,
    take(t, edges) {
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
        if (world.roams[each.zone.index] === 0) {
          world.roams[each.zone.index] = 1
          for (const finder of world.finders) finder.change()
        }
        each.motion = motionOf(world, prop)
        each.still = each.speeds = undefined
        stale.fill(1, index * bodies.length, (index + 1) * bodies.length)
        anyStale = true
      })
    },
    turned(walker) {
      for (let i = 0; i < moving.length; i++) {
        if (world.roams[moving[i].zone.index] === 0) continue
        stale[i * bodies.length + walker.index] = 1
        anyStale = true
      }
    },
    toggled(walker, zone) {
      const index = moving.findIndex((each) => each.zone === zone)
      stale[index * bodies.length + walker.index] = 1
      anyStale = true
    },
    refresh(t) {
      if (!anyStale) return
      anyStale = false
      for (let i = 0; i < stale.length; i++) {
        if (stale[i] === 0) continue
        stale[i] = 0
        const each = moving[Math.floor(i / bodies.length)]
        const walker = bodies[i % bodies.length]
        const met = world.enabled[each.zone.index] === 1 && walker.present
        due[i] = met ? nextEdge(each, walker, t) : Infinity
      }
      settle()
    },
  }
}

/** The next edge of a body at a zone from a time on: window by window, in each of which both move in one way. */
function nextEdge(moving: Moving, walker: Walker, from: number): number {
  const { zone, motion } = moving
  const inside = walker.inside[zone.index] === 1
  const part = partNow(walker)
  const { legs } = part.route
  let t = Math.max(from, part.t)
  let index = -1
  for (let windows = 0; windows < 100_000; windows++) {
    const own = Math.max(0, ownTime(part, t))
    if (index < 0) index = legAt(part.route, own + SAME_TIME)
    else while (index + 1 < legs.length && legs[index + 1].start <= own + SAME_TIME) index++
    const leg = legs[index]
    const legEnd = part.moving ? runTime(part, leg.start + leg.piece.seconds) : Infinity
    const until = movesUntil(motion, t)
    if (until <= t && !inside && !walker.fed && staysAway(walker, part.route, stillOf(moving, t))) return Infinity
    if (until <= t && !inside && legEnd < Infinity && !comesNear(walker, leg, grownBounds(moving, t))) {
      t = legEnd
      continue
    }
    const end = Math.min(legEnd, until > t + SAME_TIME ? until : Infinity)
    const local = Math.max(0, Math.min(own - leg.start, leg.piece.seconds))
    const body: Piece = {
      from: positionOn(leg.piece, local),
      velocity: part.moving && leg.piece.seconds !== Infinity ? leg.piece.velocity : AT_REST,
      seconds: end - t,
    }
    const spans = contact(moving, walker, body, t, until, inside ? zone.zone.rim : 0)
    const edge = inside ? leaving(spans, end - t) : entering(spans, end - t, from === t)
    if (edge !== undefined) return t + edge
    if (end === Infinity) return Infinity
    t = end
  }
  return Infinity
}

const stillOf = (moving: Moving, t: number): Solid =>
  (moving.still ??= solidOf(moving.zone.zone.shape, frameAt(moving.prop, moving.motion, t)))

const NEAR = 1e-3
function grownBounds(moving: Moving, t: number): Bounds {
  const [x0, y0, z0, x1, y1, z1] = stillOf(moving, t).bounds
  return [x0 - NEAR, y0 - NEAR, z0 - NEAR, x1 + NEAR, y1 + NEAR, z1 + NEAR]
}

/** Whether a route never comes near a solid in plan. */
function staysAway(walker: Walker, route: Route, { bounds }: Solid): boolean {
  const { x0, z0, x1, z1 } = extentOf(route)
  const reach = walker.cylinders.body.radius + NEAR
  return x1 + reach < bounds[0] || z1 + reach < bounds[2] || x0 - reach > bounds[3] || z0 - reach > bounds[5]
}

const AT_REST: Point = [0, 0, 0]

function leaving(spans: readonly number[], seconds: number): number | undefined {
  const index = spans.findIndex((to, k) => k % 2 === 1 && spans[k - 1] <= SHORTEST && to >= 0)
  if (index < 0) return 0
  return spans[index] < seconds - SAME_TIME ? spans[index] : undefined
}

function entering(spans: readonly number[], seconds: number, first: boolean): number | undefined {
  for (let i = 0; i < spans.length; i += 2) {
    const long = spans[i + 1] - spans[i] >= SHORTEST || spans[i + 1] >= seconds - SAME_TIME
    // A body that has just been let go where it stands does not come in again at once.
    if (long && (spans[i] > 0 || !first || spans[i + 1] > SHORTEST)) return spans[i]
  }
  return undefined
}

/** When a body touches a zone in a window that begins at `t`, in the window's own time; its prop moves until `until`. */
function contact(moving: Moving, walker: Walker, body: Piece, t: number, until: number, rim: number): Intervals {
  const { zone, prop, motion } = moving
  const cylinder = walker.cylinders[zone.geometry.notices]
  const { shape } = zone.zone
  if (until <= t + SAME_TIME) return crossings(stillOf(moving, t), rim, cylinder, body)
  if (isStraight(motion, t)) {
    const now = frameAt(prop, motion, t)
    const then = frameAt(prop, motion, until)
    const seconds = until - t
    const velocity = body.velocity.map((v, i) => v - (then.at[i] - now.at[i]) / seconds) as Point
    return crossings(solidOf(shape, now), rim, cylinder, { ...body, velocity })
  }
  moving.speeds ??= speedsOf(motion, zone)
  const walks = Math.hypot(...body.velocity)
  return bracketed(apartIn(moving, cylinder, body, t, rim), body.seconds, (s) =>
    Math.max(0.01, walks + fastestFrom(moving, t + s)),
  )
}

/** How far a body and a zone are apart in a window, in its own time: seen from the prop, so that the zone stands and only the body moves. */
function apartIn({ zone, prop, motion }: Moving, body: Cylinder, { from, velocity }: Piece, t: number, rim: number) {
  const standing = solidOf(zone.zone.shape)
  const at: Point = [0, 0, 0]
  return (s: number): number => {
    const frame = frameAt(prop, motion, t + s)
    const a = (frame.yaw * Math.PI) / 180
    const sin = Math.sin(a)
    const cos = Math.cos(a)
    const x = from[0] + velocity[0] * s - frame.at[0]
    const z = from[2] + velocity[2] * s - frame.at[2]
    at[0] = x * cos - z * sin
    at[1] = from[1] + velocity[1] * s - frame.at[1]
    at[2] = x * sin + z * cos
    return gap(standing, rim, body, at)
  }
}

/** How fast any point of a zone goes at the most while its prop moves as it does now, on the mean over its slide and its turn (m/s). */
interface Speeds {
  slide: number
  turn: number
  flight: number
}

function speedsOf({ slide, turn, about, flights }: PropMotion, zone: CompiledZone): Speeds {
  const sliding = slide?.at(-1)
  const turning = turn?.at(-1)
  const way = sliding ? Math.hypot(...(sliding.to as number[]).map((v, i) => v - (sliding.from as number[])[i])) : 0
  const angle = turning ? (Math.abs((turning.to as number) - (turning.from as number)) * Math.PI) / 180 : 0
  const [x0, , z0, x1, , z1] = solidOf(zone.zone.shape).bounds
  const [ax, az] = about.at(-1)?.about ?? [0, 0]
  const arm = Math.max(...[x0, x1].flatMap((x) => [z0, z1].map((z) => Math.hypot(x - ax, z - az))))
  return {
    slide: sliding && sliding.seconds > 0 ? way / sliding.seconds : 0,
    turn: turning && turning.seconds > 0 ? (angle * arm) / turning.seconds : 0,
    flight: fastest(flights),
  }
}

/** The fastest that any point of a moving zone goes from a time on (m/s). */
function fastestFrom({ motion: { slide, turn }, speeds }: Moving, t: number): number {
  const { slide: sliding, turn: turning, flight } = speeds!
  return sliding * steepestIn(slide, t) + turning * steepestIn(turn, t) + flight
}

/** How steep the last ramp of a history gets from a time on. */
function steepestIn(segments: readonly Segment[] | undefined, t: number): number {
  const last = segments?.[segments.length - 1]
  return last && last.seconds > 0 ? steepest(last.ease, (t - last.t) / last.seconds) : 0
}

/**
 * The spans in which two things touch, from how far they are apart: goes forward as far as nothing can have happened at their
 * speed against each other, or a hair where they are near the edge of contact, and brackets each change.
 */
function bracketed(apart: (s: number) => number, seconds: number, speedFrom: (s: number) => number): number[] {
  const spans: number[] = []
  const edge = (a: number, b: number, before: boolean): number => {
    while (b - a > BRACKET) {
      const middle = (a + b) / 2
      if (apart(middle) <= 0 === before) a = middle
      else b = middle
    }
    return b
  }
  let far = apart(0)
  let was = far <= 0
  if (was) spans.push(0)
  for (let s = 0; s < seconds;) {
    const next = Math.min(seconds, s + Math.max(STEP, Math.abs(far)) / speedFrom(s))
    far = apart(next)
    if (far <= 0 !== was) {
      spans.push(edge(s, next, was))
      was = !was
    }
    s = next
  }
  if (was) spans.push(seconds)
  return spans
}
