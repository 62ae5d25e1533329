import type { FlingStep, Place, Prop } from '../../show'
import { standing, yawOf, eachOf } from '../../space'
import { draw, drawWithin, memo, memoFor, type Stream } from '../../base'
import { STEPS_A_SECOND, type DrawnFling } from '../history'
import type { Leg, Route } from '../ways'
import { propNow, type World } from '../world'
import { disarray, obstaclesNow } from './obstacles'
import { fly, type Flight } from './physics'

/** Draws how a prop is thrown: draws 0 to 3 of the stream. */
export function drawnFling(stream: Stream, step: FlingStep): DrawnFling {
  const off = (number: number) => step.spread * (2 * draw(stream, number) - 1)
  return {
    speed: drawWithin(step.speed, stream, 0),
    yaw: step.yaw + off(1),
    pitch: Math.min(90, Math.max(-90, step.pitch + off(2))),
    spin: step.spin ? drawWithin(step.spin, stream, 3) : 0,
  }
}

/** Flights are the same whenever they start the same: so many are kept for a place as it stands. */
const KEPT = 256
interface Kept {
  prop: Prop
  /** How it was thrown, and how the place stood then. */
  start: number[]
  flight: Flight
}
const kept = memoFor<readonly Prop[], Kept[]>()
const keptIn = ({ floors, walls, props }: Place): Kept[] => kept(props, [floors, walls], () => [])
/** The flights that are known in a place. */
export const flightsIn: (place: Place) => readonly Kept[] = keptIn

/** Keeps a flight: whatever is thrown so from now on flies so. */
export function keepFlight(place: Place, prop: Prop, start: number[], flight: Flight): void {
  const flights = keptIn(place)
  if (flights.length >= KEPT) flights.shift()
  flights.push({ prop, start, flight })
}

const isSame = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((number, i) => Object.is(number, b[i]))

/** How it is thrown and how the place stands, in numbers that are the same whenever it flies the same. */
function startOf(world: World, prop: Prop, { speed, yaw: to, pitch, spin }: DrawnFling): number[] {
  const { middle, yaw } = propNow(world, prop)
  return [...middle, yaw, speed, to, pitch, spin, ...disarray(world)]
}
const findKnown = (world: World, prop: Prop, start: number[]): Flight | undefined =>
  flightsIn(world.compiled.show.place).findLast((each) => each.prop === prop && isSame(each.start, start))?.flight

/** How a prop flies that is thrown now, if that has been worked out already. */
export const knownFlight = (world: World, prop: Prop, drawn: DrawnFling): Flight | undefined =>
  findKnown(world, prop, startOf(world, prop, drawn))

/** How a prop flies that is thrown now. */
export function flightOf(world: World, prop: Prop, drawn: DrawnFling): Flight {
  const start = startOf(world, prop, drawn)
  const known = findKnown(world, prop, start)
  if (known) return known
  const { middle, yaw } = propNow(world, prop)
  const { speed, yaw: to, pitch, spin } = drawn
  const a = (to * Math.PI) / 180
  const p = (pitch * Math.PI) / 180
  const { size, mass, bounce, grip } = prop
  const flight = fly(
    {
      kind: prop.kind === 'cylinder' ? 'cylinder' : 'box',
      size,
      mass,
      bounce,
      grip,
      middle,
      yaw,
      velocity: [-Math.sin(a) * Math.cos(p) * speed, Math.sin(p) * speed, -Math.cos(a) * Math.cos(p) * speed],
      // It tumbles forward: about the horizontal axis across the throw.
      spin: [-Math.cos(a) * spin, 0, Math.sin(a) * spin],
    },
    obstaclesNow(world, prop.id),
  )
  keepFlight(world.compiled.show.place, prop, start, flight)
  return flight
}

function wayAlong({ positions }: Flight): Route {
  const seconds = 1 / STEPS_A_SECOND
  const legs: Leg[] = []
  for (let i = 0; i + 1 < positions.length; i++) {
    const [from, to] = [positions[i], positions[i + 1]]
    const velocity = eachOf(to, (v, k) => (v - from[k]) / seconds)
    const yaw = yawOf(velocity[0], velocity[2])
    legs.push({ start: i * seconds, piece: { from, velocity, seconds }, facing: { yaw }, ahead: yaw })
  }
  legs.push({
    start: (positions.length - 1) * seconds,
    piece: standing(positions[positions.length - 1]),
    facing: { yaw: 0 },
    ahead: 0,
  })
  return { legs, reaches: [], first: 0, over: Infinity }
}

/** The way of a flight, as a body follows it. */
export const wayOf = memo(wayAlong)
