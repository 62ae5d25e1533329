import type { BedStep, Point, ScatterStep, SoundStep, Where } from '../../show'
import { middleOf } from '../../space'
import { decibels, draw, drawWithin, NO_ENTRY, type Entry, type Stream } from '../../base'
import type { CompiledSound } from '../compile'
import type { Impact } from '../flight'
import { DEFAULT_REACH, type Audible } from '../history'
import { drawFrom, type Drawn } from '../play'
import { positionAt } from '../ways'
import {
  acquires,
  carriedBy,
  facingNow,
  heardBy,
  logSound,
  propNow,
  solidAt,
  streamOf,
  type Playing,
  type StepState,
  type World,
} from '../world'

/** How long a sound lasts, trimmed and pitched (s). */
const lengthOf = ({ seconds }: CompiledSound, pitch: number): number =>
  pitch === 0 ? seconds : seconds / 2 ** (pitch / 1200)

type Spot = Pick<Audible, 'place' | 'follows' | 'prop'>
const AT_HEAD: Spot = { place: 'head' }

/** Where a prop is heard that somebody has with them: at their eyes. */
function withBearer(world: World, prop: string): { place: Point } | undefined {
  const by = carriedBy(world, prop)
  const bearer = by === null ? undefined : world.walkers.find(({ walk }) => walk.id === by)
  if (!bearer) return undefined
  const [x, y, z] = positionAt(bearer.path, world.now)
  return { place: [x, y + world.compiled.show.player.eye, z] }
}

/** Where a sound is. Around a body: uses draws `first` (direction) and `first + 1` (distance). */
function placeOf(world: World, playing: Playing, where: Where, stream: Stream, first: number): Spot {
  const { props, marks } = world.compiled
  switch (where.at) {
    case 'prop':
      return {
        prop: where.prop,
        ...(withBearer(world, where.prop) ?? { place: propNow(world, props.get(where.prop)!).middle }),
      }
    case 'mark':
      return { place: marks.get(where.mark)!.at }
    case 'zone': {
      const { zone } = playing.rule
      if (!zone) return AT_HEAD
      const prop = zone.zone.tiedTo?.prop
      const place = middleOf(solidAt(world, zone, world.now))
      return prop === undefined ? { place } : { prop, ...(withBearer(world, prop) ?? { place }) }
    }
    case 'head':
      return AT_HEAD
    case 'player':
    case 'around': {
      const body = playing.body ?? world.players[0] ?? world.walkers[0]
      const [x, y, z] = positionAt(body.path, world.now)
      const eye = y + world.compiled.show.player.eye
      if (where.at === 'player') return { place: [x, eye, z], follows: body.index }
      const yaw = facingNow(world, body) + (draw(stream, first) - 0.5) * where.arc
      const far = drawWithin([where.near, where.far], stream, first + 1)
      const a = (yaw * Math.PI) / 180
      return { place: [x - far * Math.sin(a), eye, z - far * Math.cos(a)] }
    }
  }
}

/** What differs from one kind of sounding step to another. */
interface Voice {
  sound: CompiledSound
  /** How long that is at its pitch (s). */
  length: number
  at: Spot
  reach: Audible['reach']
  gain: number
  pitch: number
  loop: boolean
  fadeIn: number
  fadeOut: number
}

function sounds(
  world: World,
  playing: Playing,
  { plan }: StepState,
  bus: string,
  { sound, length, at, reach, gain, pitch, loop, fadeIn, fadeOut }: Voice,
): Audible {
  const audible: Audible = {
    t: world.now,
    playing: playing.number,
    step: plan.id,
    sound: sound.id,
    bus,
    heardBy: heardBy(world, playing),
    place: at.place,
    follows: at.follows,
    prop: at.prop !== undefined && world.compiled.carriable.has(at.prop) ? at.prop : undefined,
    reach,
    gain,
    pitch,
    loop,
    fadeIn,
    until: loop ? Infinity : world.now + Math.max(0, length - fadeOut),
    fadeOut,
  }
  world.audible.push(audible)
  logSound(world, playing, plan, sound, audible, length)
  return audible
}

/** What a sound does when it begins. */
export function sound(world: World, playing: Playing, state: StepState, step: SoundStep): number | undefined {
  const stream = streamOf(world, playing, step.id)
  const { plan } = state
  const drawn = plan.pool
    ? drawFrom(world, plan.pool, playing.rule, playing.body, stream, 0)
    : { sound: plan.sound!, gain: 0, pitch: 0 }
  const pitch = drawn.pitch + drawWithin(step.pitch, stream, 4)
  const length = lengthOf(drawn.sound, pitch)
  if (world.tally) return step.loop ? undefined : length
  const gain = drawn.sound.gain + drawn.gain + drawWithin(step.gain, stream, 3)
  const audible = sounds(world, playing, state, step.bus, {
    sound: drawn.sound,
    length,
    at: placeOf(world, playing, step.where, stream, 5),
    reach: step.reach,
    gain,
    pitch,
    loop: step.loop,
    fadeIn: step.fadeIn,
    fadeOut: step.fadeOut,
  })
  if (!step.loop) return length
  if (step.hold !== 'keep') acquires(state, audible, silence)
}

function silence(world: World, audible: Audible): void {
  audible.until = Math.min(audible.until, world.now)
}

/** What a bed does when it begins. */
export function bed(world: World, playing: Playing, state: StepState, step: BedStep): undefined {
  const sounding = state.plan.sound!
  const audible = sounds(world, playing, state, step.bus, {
    sound: sounding,
    length: lengthOf(sounding, 0),
    at: placeOf(world, playing, step.where, streamOf(world, playing, step.id), 0),
    reach: DEFAULT_REACH,
    gain: sounding.gain + step.gain,
    pitch: 0,
    loop: true,
    fadeIn: step.fadeIn,
    fadeOut: step.fadeOut,
  })
  if (step.hold !== 'keep') acquires(state, audible, silence)
}

/** How many draws of its stream each single sound of a scatter may use. */
const DRAWS = 8

/** A scatter that goes on: which of its single sounds comes next, and when those that were heard end. */
interface Scattering {
  playing: Playing
  state: StepState
  step: ScatterStep
  stream: Stream
  next: number
  endings: number[]
  entry: Entry
}

/** What a scatter does when it begins. */
export function scatter(world: World, playing: Playing, state: StepState, step: ScatterStep): undefined {
  const stream = streamOf(world, playing, step.id)
  const scattering: Scattering = { playing, state, step, stream, next: 0, endings: [], entry: NO_ENTRY }
  awaitNext(world, scattering, step.first)
  if (step.hold !== 'keep') acquires(state, scattering, endScatter)
}

function endScatter(world: World, { entry }: Scattering): void {
  world.agenda.drop(entry)
}

function awaitNext(world: World, scattering: Scattering, wait: readonly [number, number]): void {
  const { stream, next } = scattering
  scattering.entry = world.agenda.put(world.now + drawWithin(wait, stream, next * DRAWS), scatterOne, scattering)
}

function scatterOne(world: World, scattering: Scattering): void {
  const { playing, state, step, stream, endings } = scattering
  const first = scattering.next * DRAWS
  const drawn = drawFrom(world, state.plan.pool!, playing.rule, playing.body, stream, first + 1)
  const gain = drawn.sound.gain + drawn.gain + drawWithin(step.gain, stream, first + 4)
  const pitch = drawn.pitch + drawWithin(step.pitch, stream, first + 5)
  const at = placeOf(world, playing, step.where, stream, first + 6)
  let sounding = 0
  for (let i = 0; i < endings.length; i++) if (endings[i] > world.now) sounding++
  if (sounding < step.most) {
    const length = lengthOf(drawn.sound, pitch)
    endings.push(world.now + length)
    sounds(world, playing, state, step.bus, {
      sound: drawn.sound,
      length,
      at,
      reach: DEFAULT_REACH,
      gain,
      pitch,
      loop: false,
      fadeIn: 0,
      fadeOut: 0.05,
    })
  }
  scattering.next++
  awaitNext(world, scattering, step.every)
}

/** How fast an impact sounds as loud as its file (m/s); slower ones fall off as speed does. */
const FULL_IMPACT = 6
const SOFTEST_IMPACT = -36

/** The sound of something flung where it hits, as loud as it hit hard. */
export function soundsOfImpact(world: World, playing: Playing, state: StepState, drawn: Drawn, impact: Impact): void {
  const level = Math.max(SOFTEST_IMPACT, Math.min(0, decibels(impact.speed / FULL_IMPACT)))
  sounds(world, playing, state, 'spot', {
    sound: drawn.sound,
    length: lengthOf(drawn.sound, drawn.pitch),
    at: { place: impact.at },
    reach: DEFAULT_REACH,
    gain: drawn.sound.gain + drawn.gain + level,
    pitch: drawn.pitch,
    loop: false,
    fadeIn: 0,
    fadeOut: 0.05,
  })
}
