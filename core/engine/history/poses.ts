import { withId } from '../../base'
import type { Point, Prop, Show, Spot } from '../../show'
import { fromFrame, type Frame } from '../../space'
import type { ChannelHistory } from './channel-at'
import { CHANNEL } from './channel-names'
import { flightBy, flownTo, stepEnd, type FlightRecord } from './flown'
import { valueAt, type Segment } from './tracks'

/** How a prop has been moved: its slide, its turn, from when on it turns about which spot, all in its own frame, and its flights. */
export interface PropMotion {
  slide: readonly Segment[] | undefined
  turn: readonly Segment[] | undefined
  about: readonly { t: number; about: Spot }[]
  flights: readonly FlightRecord[]
}

/** What a run tells of how its props have been moved. */
export interface Motions {
  channels: ChannelHistory
  flights: readonly FlightRecord[]
}

/** How a prop is slid, turned and flung over a run. */
export function motionIn({ channels, flights }: Motions, prop: string): PropMotion {
  const fields = channels.fields[CHANNEL.prop(prop)]
  return {
    slide: fields?.slide?.segments,
    turn: fields?.turn?.segments,
    about: channels.abouts[prop] ?? [],
    flights: flights.filter((flight) => flight.prop === prop),
  }
}

/** The walk of the player who has a prop with them at a time; null if nobody has. */
export function carriedIn({ channels }: Pick<Motions, 'channels'>, prop: string, t: number): string | null {
  const segments = channels.fields[CHANNEL.prop(prop)]?.carried?.segments
  const by = segments && valueAt(segments, false, t)
  return typeof by === 'string' ? by : null
}

/** The frame of a prop at a time: moved by its slide, then turned about its spot; once it was flung, where it has flown. */
export function frameAt(prop: Prop, { slide, turn, about, flights }: PropMotion, t: number): Frame {
  const flight = flightBy(flights, t)
  if (!slide && !turn && !flight) return prop
  const degrees = turn ? (valueAt(turn, false, t) as number) : 0
  const yaw = prop.yaw + degrees
  if (flight) {
    const [x, y, z] = flownTo(flight, t)
    return { at: [x, y - prop.size[1] / 2, z], yaw }
  }
  return movedBy(prop, {
    slide: slide && (valueAt(slide, false, t) as Point),
    turn: degrees,
    about: about.findLast((entry) => entry.t <= t)?.about,
  })
}

/** The frame of a prop that is slid by so many metres and then turned by so many degrees about a spot, all in its own frame. */
export function movedBy(
  prop: Prop,
  {
    slide: [sx, sy, sz] = [0, 0, 0],
    turn = 0,
    about: [ax, az] = [0, 0],
  }: { slide?: Point; turn?: number; about?: Spot },
): Frame {
  const [dx, dz] = turn === 0 ? [0, 0] : fromFrame(-ax, -az, { at: [ax, 0, az], yaw: turn })
  const [x, z] = fromFrame(sx + dx, sz + dz, prop)
  return { at: [x, prop.at[1] + sy, z], yaw: prop.yaw + turn }
}

const propIn = (show: Show, id: string): Prop => withId(show.place.props, id)

/** Where a prop stands and how it is turned at a time of a run. */
export const frameIn = (show: Show, motions: Motions, id: string, t: number): Frame =>
  frameAt(propIn(show, id), motionIn(motions, id), t)

/** Where the middle of a prop is at a time of a run. */
export function middleIn(show: Show, motions: Motions, id: string, t: number): Point {
  const prop = propIn(show, id)
  const { at } = frameIn(show, motions, id, t)
  return [at[0], at[1] + prop.size[1] / 2, at[2]]
}

/** Until when the motion that is on at a time goes on in one way; the time itself if the prop stands still. */
export function movesUntil({ slide, turn, flights }: PropMotion, t: number): number {
  const end = (segments: readonly Segment[] | undefined) => {
    const last = segments?.[segments.length - 1]
    return last ? last.t + last.seconds : -Infinity
  }
  const flight = flightBy(flights, t)
  return Math.max(t, flight ? stepEnd(flight, t) : end(slide), end(turn))
}

/** When the slide or the turn that is on at a time began, the later of the two. */
export function motionBegan({ slide, turn }: Pick<PropMotion, 'slide' | 'turn'>, t: number): number {
  const begin = (segments: readonly Segment[] | undefined) => {
    const last = segments?.[segments.length - 1]
    return last && last.t + last.seconds > t ? last.t : -Infinity
  }
  return Math.max(begin(slide), begin(turn))
}

/** Whether a prop turns from a time on. */
function isTurning({ turn }: Pick<PropMotion, 'turn'>, t: number): boolean {
  const last = turn?.[turn.length - 1]
  return last !== undefined && last.t + last.seconds > t && last.from !== last.to
}

/** Whether a motion is a straight line at constant speed from a time on: no turn, no ease. */
export function isStraight({ slide, turn, flights }: PropMotion, t: number): boolean {
  if (isTurning({ turn }, t)) return false
  if (flightBy(flights, t)) return true
  const sliding = slide?.[slide.length - 1]
  return !sliding || sliding.t + sliding.seconds <= t || sliding.ease === 'linear'
}

/** Where a point that is tied to a prop is, given in the prop's frame. */
export function tiedPoint(show: Show, motions: Motions, prop: string, at: Point, t: number): Point {
  const frame = frameIn(show, motions, prop, t)
  const [x, z] = fromFrame(at[0], at[2], frame)
  return [x, frame.at[1] + at[1], z]
}
