import type { Prop } from '../show/types'
import { crossings, fromFrame, positionOn, solidOf, touches, type Piece, type Solid } from '../space'
import { SAME_TIME } from './agenda'
import type { CompiledZone } from './compile'
import { SHORTEST, type Edge } from './edges'
import { legAt } from './legs'
import { frameAt, isStraight, movesUntil, type PropMotion } from './poses'
import { ownTime, partNow, runTime, type Walker } from './walker'
import type { World } from './world'

/** A motion that is no straight line is looked at whenever body and zone may have come this much nearer (m), then bracketed. */
const STEP = 0.002
/** How narrowly an edge of such a motion is bracketed (s). */
const BRACKET = 1e-7

/** Finds the edges of zones that move, in the time of the run. */
export interface MobileFinder {
  next(): number
  take(t: number): Edge[]
  /** Something has changed: look again from now. */
  refresh(t: number): void
}

export function motionOf(world: World, prop: string): PropMotion {
  const tracks = world.tracks.get(`prop:${prop}`)
  return { slide: tracks?.slide.segments, turn: tracks?.turn.segments, about: world.abouts[prop] ?? [] }
}

/** A zone's solid where it stands at a time. */
export function solidAt(world: World, zone: CompiledZone, t: number): Solid {
  const { tiedTo, shape } = zone.zone
  if (!zone.mobile || !tiedTo) return zone.geometry.solid
  const prop = world.compiled.show.place.props.find((p) => p.id === tiedTo.prop)!
  return solidOf(shape, frameAt(prop, motionOf(world, prop.id), t))
}

export function createMobileFinder(world: World): MobileFinder | undefined {
  const { show, zones } = world.compiled
  const mobile = zones.filter((zone) => zone.mobile)
  if (mobile.length === 0) return undefined
  let edges: (Edge & { t: number })[] = []

  /** The next edge of a body at a zone from a time on: window by window, in each of which both move in one way. */
  function nextEdge(walker: Walker, zone: CompiledZone, from: number): number {
    const prop = show.place.props.find((p) => p.id === zone.zone.tiedTo!.prop)!
    const motion = motionOf(world, prop.id)
    const inside = walker.inside[zone.index] === 1
    const part = partNow(walker)
    let t = Math.max(from, part.t)
    for (let windows = 0; windows < 100_000; windows++) {
      const own = Math.max(0, ownTime(part, t))
      const leg = part.route.legs[legAt(part.route, own + SAME_TIME)]
      const legEnd = part.moving ? runTime(part, leg.start + leg.piece.seconds) : Infinity
      const until = movesUntil(motion, t)
      const end = Math.min(legEnd, until > t + SAME_TIME ? until : Infinity)
      const local = Math.max(0, Math.min(own - leg.start, leg.piece.seconds))
      const body: Piece = {
        from: positionOn(leg.piece, local),
        velocity: part.moving && leg.piece.seconds !== Infinity ? leg.piece.velocity : [0, 0, 0],
        seconds: end - t,
      }
      const spans = contact(prop, motion, walker, zone, body, t, inside ? zone.zone.rim : 0)
      const edge = inside ? leaving(spans, end - t) : entering(spans, end - t, from === t)
      if (edge !== undefined) return t + edge
      if (end === Infinity) return Infinity
      t = end
    }
    return Infinity
  }

  return {
    next: () => edges.reduce((least, edge) => Math.min(least, edge.t), Infinity),
    take(t) {
      const due = edges.filter((edge) => edge.t <= t + SAME_TIME)
      edges = edges.filter((edge) => edge.t > t + SAME_TIME)
      return due
    },
    refresh(t) {
      edges = []
      for (const zone of mobile) {
        if (!world.enabled[zone.index]) continue
        for (const walker of world.bodies) {
          if (!walker.present) continue
          const at = nextEdge(walker, zone, t)
          if (at < Infinity) edges.push({ walker, zone, leave: walker.inside[zone.index] === 1, own: 0, t: at })
        }
      }
    },
  }
}

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

/** When a body touches a zone in a window that begins at `t`, in the window's own time. */
function contact(
  prop: Prop,
  motion: PropMotion,
  walker: Walker,
  zone: CompiledZone,
  body: Piece,
  t: number,
  rim: number,
): readonly number[] {
  const cylinder = walker.cylinders[zone.geometry.notices]
  const { shape } = zone.zone
  const until = movesUntil(motion, t)
  if (until <= t + SAME_TIME) return crossings(solidOf(shape, frameAt(prop, motion, t)), rim, cylinder, body)
  if (isStraight(motion, t)) {
    const now = frameAt(prop, motion, t)
    const then = frameAt(prop, motion, until)
    const seconds = until - t
    const velocity = body.velocity.map((v, i) => v - (then.at[i] - now.at[i]) / seconds) as [number, number, number]
    return crossings(solidOf(shape, now), rim, cylinder, { ...body, velocity })
  }
  const { middle, radius } = roundOf(zone)
  const at = (s: number) => positionOn({ ...body, seconds: 1 }, s)
  const touching = (s: number) => touches(solidOf(shape, frameAt(prop, motion, t + s)), rim, cylinder, at(s))
  /** How far apart they are at least (m, in plan). */
  const apart = (s: number) => {
    const frame = frameAt(prop, motion, t + s)
    const [x, z] = fromFrame(middle[0], middle[1], frame)
    const [bx, , bz] = at(s)
    return Math.hypot(x - bx, z - bz) - radius - rim - cylinder.radius
  }
  return bracketed(touching, apart, body.seconds, Math.max(0.01, speedBound(motion, zone, body)))
}

/** A circle about a zone in plan, in the frame of its prop. */
function roundOf(zone: CompiledZone): { middle: [number, number]; radius: number } {
  const [x0, , z0, x1, , z1] = solidOf(zone.zone.shape).bounds
  return { middle: [(x0 + x1) / 2, (z0 + z1) / 2], radius: Math.hypot(x1 - x0, z1 - z0) / 2 }
}

/** No point of the zone comes nearer to the body faster than this (m/s). */
function speedBound({ slide, turn, about }: PropMotion, zone: CompiledZone, body: Piece): number {
  const sliding = slide?.at(-1)
  const turning = turn?.at(-1)
  const way = sliding ? Math.hypot(...(sliding.to as number[]).map((v, i) => v - (sliding.from as number[])[i])) : 0
  const angle = turning ? (Math.abs((turning.to as number) - (turning.from as number)) * Math.PI) / 180 : 0
  const [x0, , z0, x1, , z1] = solidOf(zone.zone.shape).bounds
  const [ax, az] = about.at(-1)?.about ?? [0, 0]
  const arm = Math.max(...[x0, x1].flatMap((x) => [z0, z1].map((z) => Math.hypot(x - ax, z - az))))
  // An ease is at most twice as fast as its mean.
  const slideSpeed = sliding && sliding.seconds > 0 ? (2 * way) / sliding.seconds : 0
  const turnSpeed = turning && turning.seconds > 0 ? (2 * angle * arm) / turning.seconds : 0
  return Math.hypot(...body.velocity) + slideSpeed + turnSpeed
}

/** Goes forward as far as nothing can have happened: by the distance between them, or a hair where they are near. */
function bracketed(
  touching: (s: number) => boolean,
  apart: (s: number) => number,
  seconds: number,
  speed: number,
): number[] {
  const spans: number[] = []
  const edge = (a: number, b: number, before: boolean): number => {
    while (b - a > BRACKET) {
      const middle = (a + b) / 2
      if (touching(middle) === before) a = middle
      else b = middle
    }
    return b
  }
  let was = touching(0)
  if (was) spans.push(0)
  for (let s = 0; s < seconds;) {
    const far = apart(s)
    const next = Math.min(seconds, s + Math.max(STEP, far) / speed)
    const now = far > STEP ? false : touching(next)
    if (now !== was) spans.push(edge(s, next, was))
    was = now
    s = next
  }
  if (was) spans.push(seconds)
  return spans
}
