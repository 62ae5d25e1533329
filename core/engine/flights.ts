import type { FlingStep, Place, Point, Prop, Show } from '../show/types'
import { standing, yawOf } from '../space'
import { leave } from './bodies'
import { propNow } from './mobile'
import { draw, drawWithin, type Stream } from './luck'
import { disarray, obstaclesNow } from './obstacles'
import { fly, STEPS_A_SECOND, type Flight } from './physics'
import { streamOf } from './playings'
import type { Leg, Route } from './legs'
import { drawFrom } from './pools'
import { resting, type Walker } from './walker'
import { keep } from './tracks'
import { channelFor, trackOf } from './channels'
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
/** One flight of a run, as plain data. */
export interface FlightRecord {
  prop: string
  t: number
  /** Middles of the prop, 120 a second from the throw. */
  positions: Point[]
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

/** Props that some cue flings: each is a body of the run while it flies. */
export const flungProps = (show: Show): Prop[] => {
  const ids = new Set(
    show.cues.flatMap((cue) => cue.steps.flatMap((step) => (step.kind === 'fling' && !step.muted ? [step.prop] : []))),
  )
  return show.place.props.filter((prop) => ids.has(prop.id))
}

/** Flights are the same whenever they start the same: so many are kept for a place as it stands. */
const KEPT = 256
const kept = new WeakMap<readonly Prop[], { floors: unknown; walls: unknown; flights: Map<string, Flight> }>()

function flightsIn({ floors, walls, props }: Place): Map<string, Flight> {
  let known = kept.get(props)
  if (!known || known.floors !== floors || known.walls !== walls)
    kept.set(props, (known = { floors, walls, flights: new Map() }))
  return known.flights
}

/** How a prop flies that is thrown now. */
export function flightOf(world: World, prop: Prop, drawn: DrawnFling): Flight {
  const { place } = world.compiled.show
  const { middle, yaw } = propNow(world, prop)
  const flights = flightsIn(place)
  const { speed, yaw: to, pitch, spin } = drawn
  const name = `${prop.id}|${middle}|${yaw}|${speed}|${to}|${pitch}|${spin}|${disarray(world)}`
  let flight = flights.get(name)
  if (!flight) {
    const a = (to * Math.PI) / 180
    const p = (pitch * Math.PI) / 180
    const { size, mass, bounce, grip } = prop
    flight = fly(
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
    if (flights.size >= KEPT) flights.delete(flights.keys().next().value!)
    flights.set(name, flight)
  }
  return flight
}

/** Throws the prop: it flies, sounds where it hits, is noticed by zones, and lies still or vanishes. */
export function fling(world: World, playing: Playing, state: StepState, step: FlingStep, drawn: DrawnFling): void {
  if (!world.flies) return
  const prop = world.compiled.show.place.props.find((p) => p.id === step.prop)!
  const flight = flightOf(world, prop, drawn)
  world.flights.push({ prop: prop.id, t: world.now, positions: flight.positions })
  world.landed.set(prop.id, flight.positions[flight.positions.length - 1])
  const body = world.bodies.find((b) => b.walk.id === prop.id && b.kind === 'prop')!
  takeOff(world, body, flight)
  const number = ++body.flight
  flight.impacts.forEach((impact, index) =>
    world.agenda.put(world.now + impact.time, () => {
      if (body.flight !== number) return
      write.impact(world, body, impact)
      if (!step.impact) return
      const stream = streamOf(world, playing, step.id)
      const pool = world.compiled.pools.get(step.impact)!
      const sound = drawFrom(world, pool, `${playing.rule.name}|${prop.id}`, stream, 8 + index * 4)
      soundsOfImpact(world, playing, state, sound, impact)
    }),
  )
  world.agenda.put(
    world.now + (flight.positions.length - 1) / STEPS_A_SECOND,
    () => body.flight === number && land(world, body),
  )
  if (step.vanishAfter !== undefined)
    world.agenda.put(world.now + step.vanishAfter, () => {
      keep(trackOf(channelFor(world.tracks, world.compiled.show, `prop:${prop.id}`), 'shown'), world.now, false, {
        seconds: 0,
        ease: 'linear',
      })
      if (body.flight === number) land(world, body)
    })
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
  body.path = [resting(world.now, world.landed.get(body.walk.id)!)]
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
    legs.push({
      start: i * seconds,
      piece: { from, velocity, seconds },
      facing: { yaw: yawOf(velocity[0], velocity[2]) },
    })
  }
  legs.push({
    start: (positions.length - 1) * seconds,
    piece: standing(positions[positions.length - 1]),
    facing: { yaw: 0 },
  })
  return { legs, reaches: [], first: 0, end: Infinity }
}
