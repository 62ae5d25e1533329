import type { FlingStep } from '../../show'
import { drawnFling, flightOf, knownFlight, wayOf, type Flight } from '../flight'
import { AT_ONCE, keep, STEPS_A_SECOND, touch, trackOf } from '../history'
import { drawFrom, leave, setCarried } from '../play'
import { resting, type Body } from '../ways'
import {
  carriedBy,
  logImpact,
  logThrown,
  propMoved,
  propNow,
  streamOf,
  type Playing,
  type StepState,
  type World,
} from '../world'
import { dropFromHand } from './claims'
import { soundsOfImpact } from './sounds'

/** Throws the prop: it flies, sounds where it hits, is noticed by zones, and lies still or vanishes. */
export function fling(world: World, playing: Playing, state: StepState, step: FlingStep): undefined {
  const drawn = drawnFling(streamOf(world, playing, step.id), step)
  logThrown(world, playing, state, drawn)
  if (world.flies === 'nothing') return
  const prop = world.compiled.props.get(step.prop)!
  const flight = world.flies === 'known' ? knownFlight(world, prop, drawn) : flightOf(world, prop, drawn)
  if (!flight) return void (world.lacksFlights = true)
  const wasCarried = carriedBy(world, prop.id) !== null
  dropFromHand(world, state, prop.id)
  world.flights.push({ prop: prop.id, t: world.now, positions: flight.positions })
  propMoved(world, prop.id)
  const body = world.bodies.find((b) => b.walk.id === prop.id && b.kind === 'prop')!
  takeOff(world, body, flight)
  if (wasCarried) setCarried(world, prop.id, false)
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
  body: Body
  number: number
  flight: Flight
  impacts: number
}

function hits(world: World, flying: Flying): void {
  const { playing, state, step, body, number, flight } = flying
  if (body.flight !== number) return
  const index = flying.impacts++
  const impact = flight.impacts[index]
  logImpact(world, body, impact.at, impact.speed)
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

function takeOff(world: World, body: Body, flight: Flight): void {
  if (body.present) land(world, body)
  body.present = true
  body.path = [{ t: world.now, own: 0, moving: true, route: wayOf(flight) }]
  world.watch.rerouted(body)
}

/** It is no body any more: what it was inside of it leaves. */
function land(world: World, body: Body): void {
  for (const zone of world.compiled.zones) if (body.inside[zone.index] === 1) leave(world, zone, [body])
  body.flight++
  body.present = false
  body.path = [resting(world.now, propNow(world, world.compiled.props.get(body.walk.id)!).middle)]
  world.watch.rerouted(body)
}
