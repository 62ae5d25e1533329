import type { Ease, Ramp } from '../../show'
import { takeOut } from '../../base'
import { distance, eased, mix, type Value } from './ramps'

/** One stretch of a field's history: a ramp that begins at `t` (seconds 0: a jump), and holds its end after it. */
export interface Segment {
  t: number
  seconds: number
  from: Value
  to: Value
  ease: Ease
}

/** How a claim or a release moves a field: in a time, or at a rate. */
export interface Motion {
  seconds: number
  rate: number | undefined
  ease: Ease
  /** The way for which `seconds` is meant: a part of it takes proportionally less. */
  fullWay: number | undefined
}
/** How a value goes to another by a ramp. */
export const motionBy = ({ seconds = 0, rate, ease }: Ramp, fullWay?: number): Motion => ({
  seconds,
  rate,
  ease,
  fullWay,
})
/** The ramp of what changes at once. */
export const AT_ONCE = motionBy({ seconds: 0, ease: 'linear' })
/** The motion of what stays as it is, whatever rules it. */
export const STAYS = motionBy({ seconds: 0, ease: 'linear' })

/** The same motion in a time that was worked out for the whole step by its leading number. */
export const inTime = (seconds: number, { ease }: Motion): Motion => motionBy({ seconds, ease })
export interface Claim {
  target: Value
  motion: Motion
  release: Motion
  /** A drift goes on at its own rate when it rules again. */
  drifts?: boolean
}

/** A claim that a step has taken, on the track it took it of. */
export interface Acquired {
  track: Track
  claim: Claim
}

/** One field of one channel: its base, the claims on it, newest last, and its history as plain data. */
export interface Track {
  base: Value
  colour: boolean
  claims: Claim[]
  segments: Segment[]
}

/** A value over time that begins at a base. */
export const track = (base: Value, colour = false): Track => ({
  base,
  colour,
  claims: [],
  segments: [{ t: -Infinity, seconds: 0, from: base, to: base, ease: 'linear' }],
})

/** The value of a field at a time, from its history. */
export function valueAt(segments: readonly Segment[], colour: boolean, t: number): Value {
  let low = 0
  let high = segments.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (segments[middle].t <= t) low = middle
    else high = middle - 1
  }
  const s = segments[low]
  const u = s.seconds > 0 ? (t - s.t) / s.seconds : 1
  return mix(s.from, s.to, eased(s.ease, u), colour)
}

/** How long a motion takes from one value to another (s). */
export function secondsFor(motion: Motion, from: Value, to: Value): number {
  const { seconds, rate, fullWay } = motion
  if (rate !== undefined) return distance(from, to) / rate
  if (fullWay === undefined) return seconds
  return fullWay > 0 ? (seconds * distance(from, to)) / fullWay : 0
}

function go(track: Track, t: number, to: Value, motion: Motion): void {
  const from = valueAt(track.segments, track.colour, t)
  if (motion === STAYS) to = from
  track.segments.push({ t, seconds: secondsFor(motion, from, to), from, to, ease: motion.ease })
}

/** What rules the field: the newest claim, or the base. */
const ruling = (track: Track): Claim | undefined => track.claims[track.claims.length - 1]

/** A claim on a value: it rules from now on until it is given back. */
export function acquire(track: Track, t: number, claim: Claim): void {
  track.claims.push(claim)
  go(track, t, claim.target, claim.motion)
}

/** Ends a claim: the field goes, by the claim's release, to what rules now. */
export function giveUp(track: Track, t: number, claim: Claim): void {
  if (!track.claims.includes(claim)) return
  const ruled = ruling(track) === claim
  takeOut(track.claims, claim)
  if (!ruled) return
  const below = ruling(track)
  if (below?.drifts) go(track, t, below.target, below.motion)
  else go(track, t, below ? below.target : track.base, claim.release)
}

/** Makes a value the new base for good. */
export function keep(track: Track, t: number, value: Value, motion: Motion): void {
  track.base = value
  if (track.claims.length === 0) go(track, t, value, motion)
}
