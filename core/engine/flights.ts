import type { FlingStep, Point, Prop, Show } from '../show/types'
import { standing, yawOf } from '../space'
import { leave } from './bodies'
import { motionOf } from './mobile'
import { draw, within } from './luck'
import { obstaclesNow } from './obstacles'
import { fly, STEPS_A_SECOND, type Flight } from './physics'
import { streamOf } from './playings'
import { frameAt } from './poses'
import type { Leg, Route } from './legs'
import { drawFrom } from './pools'
import { resting, type Walker } from './walker'
import { keep } from './tracks'
import { tracksFor } from './channels'
import { soundsOfImpact } from './steps/sounds'
import type { Playing, World } from './world'

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

export function drawnFling(world: World, playing: Playing, step: FlingStep): DrawnFling {
  const stream = streamOf(world, playing, step.id)
  const off = (number: number) => step.spread * (2 * draw(stream, number) - 1)
  return {
    speed: within(step.speed, draw(stream, 0)),
    yaw: step.yaw + off(1),
    pitch: Math.min(90, Math.max(-90, step.pitch + off(2))),
    spin: step.spin ? within(step.spin, draw(stream, 3)) : 0,
  }
}

/** Props that some cue flings: each is a body of the run while it flies. */
export const flungProps = (show: Show): Prop[] => {
  const ids = new Set(
    show.cues.flatMap((cue) => cue.steps.flatMap((step) => (step.kind === 'fling' && !step.muted ? [step.prop] : []))),
  )
  return show.place.props.filter((prop) => ids.has(prop.id))
}

/** Where a prop's middle is now: where it landed, or where it was put and moved. */
function middleNow(world: World, prop: Prop): { middle: Point; yaw: number } {
  const { at, yaw } = frameAt(prop, motionOf(world, prop.id), world.now)
  return { middle: world.landed.get(prop.id) ?? [at[0], at[1] + prop.size[1] / 2, at[2]], yaw }
}

/** Throws the prop: it flies, sounds where it hits, is noticed by zones, and lies still or vanishes. */
export function fling(world: World, playing: Playing, step: FlingStep, drawn: DrawnFling): void {
  if (!world.flies) return
  const prop = world.compiled.show.place.props.find((p) => p.id === step.prop)!
  const { middle, yaw } = middleNow(world, prop)
  const a = (drawn.yaw * Math.PI) / 180
  const p = (drawn.pitch * Math.PI) / 180
  const flight = fly(
    {
      kind: prop.kind === 'cylinder' ? 'cylinder' : 'box',
      size: prop.size,
      mass: prop.mass,
      bounce: prop.bounce,
      grip: prop.grip,
      middle,
      yaw,
      velocity: [
        -Math.sin(a) * Math.cos(p) * drawn.speed,
        Math.sin(p) * drawn.speed,
        -Math.cos(a) * Math.cos(p) * drawn.speed,
      ],
      // It tumbles forward: about the horizontal axis across the throw.
      spin: [-Math.cos(a) * drawn.spin, 0, Math.sin(a) * drawn.spin],
    },
    obstaclesNow(world, prop.id),
  )
  world.flights.push({ prop: prop.id, t: world.now, positions: flight.positions })
  world.landed.set(prop.id, flight.positions[flight.positions.length - 1])
  const body = world.bodies.find((b) => b.walk.id === prop.id && b.kind === 'prop')!
  takeOff(world, body, flight)
  const number = ++body.flight
  flight.impacts.forEach((impact, index) =>
    world.agenda.put(world.now + impact.time, () => {
      if (body.flight !== number) return
      world.emit({ t: world.now, kind: 'impact', prop: prop.id, at: impact.at, speed: impact.speed })
      if (!step.impact) return
      const stream = streamOf(world, playing, step.id)
      const pool = world.compiled.pools.get(step.impact)!
      const sound = drawFrom(world, pool, `${playing.rule.name}|${prop.id}`, stream, 8 + index * 4)
      soundsOfImpact(world, playing, step, sound, impact)
    }),
  )
  world.agenda.put(
    world.now + (flight.positions.length - 1) / STEPS_A_SECOND,
    () => body.flight === number && land(world, body),
  )
  if (step.vanishAfter !== undefined)
    world.agenda.put(world.now + step.vanishAfter, () => {
      keep(tracksFor(world.tracks, world.compiled.show, `prop:${prop.id}`).shown, world.now, false, {
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
      contacts: new WeakMap(),
    })
  }
  legs.push({
    start: (positions.length - 1) * seconds,
    piece: standing(positions[positions.length - 1]),
    facing: { yaw: 0 },
    contacts: new WeakMap(),
  })
  return { legs, reaches: [], first: 0, end: Infinity }
}
