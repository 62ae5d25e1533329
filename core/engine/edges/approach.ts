import type { Point, Prop } from '../../show'
import { crossings, gap, solidOf, type Cylinder, type Intervals, type Piece, type Solid, eachOf } from '../../space'
import { SAME_TIME } from '../../base'
import type { CompiledZone } from '../compile'
import { fastest, frameAt, isStraight, steepest, type PropMotion, type Segment, distance } from '../history'
import type { Body } from '../ways'

/** A motion that is no straight line is looked at whenever body and zone may have come this much nearer (m), then bracketed. */
const STEP = 0.002

/** How narrowly an edge of such a motion is bracketed (s). */
const BRACKET = 1e-7

/** A zone that moves, as it is now: how its prop moves, and its solid while that stands still. */
export interface MovingZone {
  zone: CompiledZone
  prop: Prop
  motion: PropMotion
  still: Solid | undefined
  /** How fast it goes, while the motion is as it is. */
  speeds: Speeds | undefined
}

/** A zone that its prop moves, as it stands at a time (s). */
export const stillOf = (moving: MovingZone, t: number): Solid =>
  (moving.still ??= solidOf(moving.zone.zone.shape, frameAt(moving.prop, moving.motion, t)))

/** When a body touches a zone in a window that begins at `t`, in the window's own time; its prop moves until `until`. */
export function contact(
  moving: MovingZone,
  walker: Body,
  body: Piece,
  t: number,
  until: number,
  rim: number,
): Intervals {
  const { zone, prop, motion } = moving
  const cylinder = walker.cylinders[zone.geometry.notices]
  const { shape } = zone.zone
  if (until <= t + SAME_TIME) return crossings(stillOf(moving, t), rim, cylinder, body)
  if (isStraight(motion, t)) {
    const now = frameAt(prop, motion, t)
    const then = frameAt(prop, motion, until)
    const seconds = until - t
    const velocity = eachOf(body.velocity, (v, i) => v - (then.at[i] - now.at[i]) / seconds)
    return crossings(solidOf(shape, now), rim, cylinder, { ...body, velocity })
  }
  moving.speeds ??= speedsOf(motion, zone)
  const walks = Math.hypot(...body.velocity)
  return bracketed(apartIn(moving, cylinder, body, t, rim), body.seconds, (s) =>
    Math.max(0.01, walks + fastestFrom(moving, t + s)),
  )
}

/** How far a body and a zone are apart in a window, in its own time: seen from the prop, so that the zone stands and only the body moves. */
function apartIn(
  { zone, prop, motion }: MovingZone,
  body: Cylinder,
  { from, velocity }: Piece,
  t: number,
  rim: number,
) {
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
  const way = sliding ? distance(sliding.from, sliding.to) : 0
  const angle = turning ? (distance(turning.from, turning.to) * Math.PI) / 180 : 0
  const [x0, , z0, x1, , z1] = solidOf(zone.zone.shape).bounds
  // What has been flung turns about its middle.
  const [ax, az] = (flights.length > 0 ? undefined : about.at(-1)?.about) ?? [0, 0]
  const arm = Math.hypot(Math.max(Math.abs(x0 - ax), Math.abs(x1 - ax)), Math.max(Math.abs(z0 - az), Math.abs(z1 - az)))
  return {
    slide: sliding && sliding.seconds > 0 ? way / sliding.seconds : 0,
    turn: turning && turning.seconds > 0 ? (angle * arm) / turning.seconds : 0,
    flight: fastest(flights),
  }
}

/** The fastest that any point of a moving zone goes from a time on (m/s). */
function fastestFrom({ motion: { slide, turn }, speeds }: MovingZone, t: number): number {
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
