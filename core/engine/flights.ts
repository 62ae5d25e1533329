import type { FlingStep, Place, Point, Prop } from '../show/types'
import { standing, yawOf } from '../space'
import { leave } from './bodies'
import { propMoved, propNow } from './motion'
import { draw, drawWithin, type Stream } from './luck'
import { disarray, obstaclesNow } from './obstacles'
import { fly, STEPS_A_SECOND, type Flight } from './physics'
import { streamOf } from './streams'
import type { Leg, Route } from './legs'
import { drawFrom } from './pools'
import { resting, type Walker } from './walker'
import { AT_ONCE, keep } from './tracks'
import { touch, trackOf } from './channels'
import { soundsOfImpact } from './steps/sounds'
import type { Playing, StepState, World } from './world'
import * as write from './write'

/** How a fling was drawn: m/s and degrees, spin in degrees a second. */
export interface DrawnFling {
  speed: number
  yaw: number
  pitch: number
  spin: number
}
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
const kept = new WeakMap<readonly Prop[], { floors: unknown; walls: unknown; flights: Kept[] }>()

function flightsIn({ floors, walls, props }: Place): Kept[] {
  let known = kept.get(props)
  if (!known || known.floors !== floors || known.walls !== walls)
    kept.set(props, (known = { floors, walls, flights: [] }))
  return known.flights
}

const isSame = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((number, i) => Object.is(number, b[i]))

/** How a prop flies that is thrown now. */
export function flightOf(world: World, prop: Prop, drawn: DrawnFling): Flight {
  const { place } = world.compiled.show
  const { middle, yaw } = propNow(world, prop)
  const flights = flightsIn(place)
  const { speed, yaw: to, pitch, spin } = drawn
  const start = [...middle, yaw, speed, to, pitch, spin, ...disarray(world)]
  const known = flights.findLast((each) => each.prop === prop && isSame(each.start, start))
  if (known) return known.flight
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
  if (flights.length >= KEPT) flights.shift()
  flights.push({ prop, start, flight })
  return flight
}

/** Throws the prop: it flies, sounds where it hits, is noticed by zones, and lies still or vanishes. */
export function fling(world: World, playing: Playing, state: StepState, step: FlingStep, drawn: DrawnFling): void {
  if (!world.flies) return
  const prop = world.compiled.props.get(step.prop)!
  const flight = flightOf(world, prop, drawn)
  world.flights.push({ prop: prop.id, t: world.now, positions: flight.positions })
  propMoved(world, prop.id)
  const body = world.bodies.find((b) => b.walk.id === prop.id && b.kind === 'prop')!
  takeOff(world, body, flight)
  const flying: Flying = { playing, state, step, body, number: ++body.flight, flight, impacts: 0 }
  for (const impact of flight.impacts) world.agenda.put(world.now + impact.time, hits, flying)
  world.agenda.put(world.now + (flight.positions.length - 1) / STEPS_A_SECOND, lands, flying)
  if (step.vanishAfter !== undefined) world.agenda.put(world.now + step.vanishAfter, vanishes, flying)
}

/** A prop on its way, by which of its flights this is; how often it has hit something. */
interface Flying {
  playing: Playing
  state: StepState
  step: FlingStep
  body: Walker
  number: number
  flight: Flight
  impacts: number
}

function hits(world: World, flying: Flying): void {
  const { playing, state, step, body, number, flight } = flying
  if (body.flight !== number) return
  const index = flying.impacts++
  const impact = flight.impacts[index]
  write.impact(world, body, impact)
  const { pool } = state.plan
  if (!pool) return
  const stream = streamOf(world, playing, step.id)
  soundsOfImpact(world, playing, state, drawFrom(world, pool, playing.rule, body, stream, 8 + index * 4), impact)
}

function lands(world: World, { body, number }: Flying): void {
  if (body.flight === number) land(world, body)
}

function vanishes(world: World, flying: Flying): void {
  const channel = flying.state.plan.channel!
  const shown = trackOf(touch(world.tracks, world.walkers.length, channel), channel.fields.indexOf('shown'))
  keep(shown, world.now, false, AT_ONCE)
  lands(world, flying)
}

function takeOff(world: World, body: Walker, flight: Flight): void {
  if (body.present) land(world, body)
  body.present = true
  body.path = [{ t: world.now, own: 0, moving: true, route: routeOf(flight) }]
  world.stale.add(body)
}

/** It is no body any more: what it was inside of it leaves. */
function land(world: World, body: Walker): void {
  for (const zone of world.compiled.zones) if (body.inside[zone.index] === 1) leave(world, zone, [body])
  body.flight++
  body.present = false
  body.path = [resting(world.now, propNow(world, world.compiled.props.get(body.walk.id)!).middle)]
  world.stale.add(body)
}

const routes = new WeakMap<Flight, Route>()

/** The way of a flight, as a body follows it. */
function routeOf(flight: Flight): Route {
  let route = routes.get(flight)
  if (!route) routes.set(flight, (route = routeAlong(flight)))
  return route
}

function routeAlong({ positions }: Flight): Route {
  const seconds = 1 / STEPS_A_SECOND
  const legs: Leg[] = []
  for (let i = 0; i + 1 < positions.length; i++) {
    const [from, to] = [positions[i], positions[i + 1]]
    const velocity = to.map((v, k) => (v - from[k]) / seconds) as Point
    const yaw = yawOf(velocity[0], velocity[2])
    legs.push({ start: i * seconds, piece: { from, velocity, seconds }, facing: { yaw }, ahead: yaw })
  }
  legs.push({
    start: (positions.length - 1) * seconds,
    piece: standing(positions[positions.length - 1]),
    facing: { yaw: 0 },
    ahead: 0,
  })
  return { legs, reaches: [], first: 0, end: Infinity }
}
