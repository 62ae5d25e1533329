import type { Point, Prop } from '../../show'
import { solidOf, type Frame, type Solid } from '../../space'
import type { CompiledZone } from '../compile'
import { frameAt, historyOf, valueAt, type PropMotion, type Segment } from '../history'
import { facingAt, type Body } from '../ways'
import type { World } from './world'

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

/** How a prop is slid, turned and flung in a run, up to now. */
export function motionOf(world: World, prop: string): PropMotion {
  return {
    slide: propHistory(world, prop, 'slide'),
    turn: propHistory(world, prop, 'turn'),
    about: world.abouts.get(prop) ?? NEVER_TURNED,
    flights: isFlung(world, prop) ? world.flights.filter((flight) => flight.prop === prop) : NEVER_FLUNG,
  }
}

/** Whether some cue slides, turns, shows, tints or flings a prop. */
export const isTouched = (world: World, prop: string): boolean => world.compiled.propChannels.has(prop)

const frameIn = (world: World, prop: Prop, t: number): Frame =>
  isTouched(world, prop.id) ? frameAt(prop, motionOf(world, prop.id), t) : prop
const middleOf = ({ size }: Prop, { at }: Frame): Point => [at[0], at[1] + size[1] / 2, at[2]]

/** Where a prop's middle is now, and how it is turned: as it was put, moved and flung. */
export function propNow(world: World, prop: Prop): { middle: Point; yaw: number } {
  const frame = frameIn(world, prop, world.now)
  return { middle: middleOf(prop, frame), yaw: frame.yaw }
}

/** The walk of the player who has a prop with them now; null if nobody has. */
export const carriedBy = (world: World, prop: string): string | null => carriedAt(world, prop, world.now)
function carriedAt(world: World, prop: string, t: number): string | null {
  const history = isTouched(world, prop) ? propHistory(world, prop, 'carried') : undefined
  const by = history && valueAt(history, false, t)
  return typeof by === 'string' ? by : null
}

/** Whether a cue has slid, turned, flung or taken along a prop in this run. */
export function propHasMoved(world: World, prop: string): boolean {
  if (!isTouched(world, prop)) return false
  const slid = propHistory(world, prop, 'slide')
  const turned = propHistory(world, prop, 'turn')
  const carried = propHistory(world, prop, 'carried')
  return [slid, turned, carried].some((history) => (history?.length ?? 0) > 1) || isFlung(world, prop)
}

/** Where a prop's middle is at a time. */
export function middleAt(world: World, id: string, t: number): Point {
  const prop = world.compiled.props.get(id)!
  return middleOf(prop, frameIn(world, prop, t))
}

/** Where a prop's middle is at a time, for who looks there; undefined while somebody has it with them. */
export const seenAt = (world: World, id: string, t: number): Point | undefined =>
  carriedAt(world, id, t) === null ? middleAt(world, id, t) : undefined

/** A prop has begun to move or to go back: its zones are met elsewhere, and so are those who look at it. */
export function propMoved(world: World, prop: string): void {
  world.setGoing.set(prop, world.now)
  world.watch.moved(prop)
}

/** Which way a body faces now (degrees). */
export const facingNow = (world: World, walker: Body): number =>
  walker.put.t === world.now ? walker.put.yaw : facingAt(walker.path, world.now, (prop, t) => seenAt(world, prop, t))

/** A zone's solid where it stands at a time. */
export function solidAt(world: World, zone: CompiledZone, t: number): Solid {
  if (world.moving[zone.index] === 0) return zone.geometry.solid
  return solidOf(zone.zone.shape, frameAt(zone.carrier!, motionOf(world, zone.carrier!.id), t))
}
