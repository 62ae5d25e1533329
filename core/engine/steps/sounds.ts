import type { BedStep, Point, ScatterStep, SoundStep, Where } from '../../show/types'
import { middleOfZone } from '../compile'
import { propNow } from '../mobile'
import { draw, drawWithin, type Stream } from '../luck'
import type { Impact } from '../physics'
import { drawFrom, type Drawn } from '../pools'
import { streamOf } from '../playings'
import { audienceOf } from '../audience'
import { facingAt, positionAt } from '../walker'
import { DEFAULT_REACH, nameOf, type Audible, type Playing, type StepState, type World } from '../world'
import * as write from '../write'

/** How long a sound lasts, trimmed and pitched (s). */
function lengthOf(world: World, sound: string, pitch: number): number {
  const { seconds, trim } = world.compiled.sounds.get(sound)!
  return (trim ? trim[1] - trim[0] : seconds) / 2 ** (pitch / 1200)
}

/** Where a sound is. Around a body: uses draws `first` (direction) and `first + 1` (distance). */
function placeOf(
  world: World,
  playing: Playing,
  where: Where,
  stream: Stream,
  first: number,
): Pick<Audible, 'place' | 'follows'> {
  const { place } = world.compiled.show
  switch (where.at) {
    case 'prop':
      return {
        place: propNow(
          world,
          place.props.find((p) => p.id === where.prop)!,
        ).middle,
      }
    case 'mark':
      return { place: place.marks.find((m) => m.id === where.mark)!.at }
    case 'zone':
      return { place: playing.rule.zone ? middleOfZone(playing.rule.zone) : 'head' }
    case 'head':
      return { place: 'head' }
    case 'player':
    case 'around': {
      const body = playing.body ?? world.players[0] ?? world.walkers[0]
      const [x, y, z] = positionAt(body.path, world.now)
      const eye = y + world.compiled.show.player.eye
      if (where.at === 'player') return { place: [x, eye, z], follows: body.index }
      const yaw = facingAt(body.path, world.now) + (draw(stream, first) - 0.5) * where.arc
      const far = drawWithin([where.near, where.far], stream, first + 1)
      const a = (yaw * Math.PI) / 180
      return { place: [x - far * Math.sin(a), eye, z - far * Math.cos(a)] as Point }
    }
  }
}

/** What differs from one kind of sounding step to another. */
interface Voice {
  sound: string
  at: Pick<Audible, 'place' | 'follows'>
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
  { sound, at, reach, gain, pitch, loop, fadeIn, fadeOut }: Voice,
): Audible {
  const length = lengthOf(world, sound, pitch)
  const audible: Audible = {
    t: world.now,
    playing: playing.number,
    step: plan.id,
    sound,
    bus,
    heardBy: audienceOf(world, playing).map((player) => player.index),
    place: at.place,
    follows: at.follows,
    reach,
    gain,
    pitch,
    loop,
    fadeIn,
    until: loop ? Infinity : world.now + Math.max(0, length - fadeOut),
    fadeOut,
  }
  world.audible.push(audible)
  write.sound(world, playing, plan.index, audible, length)
  return audible
}

const memoryName = (playing: Playing): string => `${playing.rule.name}|${nameOf(playing.body)}`
const ownGain = (world: World, sound: string): number => world.compiled.sounds.get(sound)!.gain

export function sound(world: World, playing: Playing, state: StepState, step: SoundStep): number | undefined {
  const stream = streamOf(world, playing, step.id)
  const drawn = step.pool
    ? drawFrom(world, world.compiled.pools.get(step.pool)!, memoryName(playing), stream, 0)
    : { sound: step.sound!, gain: 0, pitch: 0 }
  const gain = ownGain(world, drawn.sound) + drawn.gain + drawWithin(step.gain, stream, 3)
  const pitch = drawn.pitch + drawWithin(step.pitch, stream, 4)
  const audible = sounds(world, playing, state, step.bus, {
    sound: drawn.sound,
    at: placeOf(world, playing, step.where, stream, 5),
    reach: step.reach,
    gain,
    pitch,
    loop: step.loop,
    fadeIn: step.fadeIn,
    fadeOut: step.fadeOut,
  })
  if (!step.loop) return lengthOf(world, drawn.sound, pitch)
  if (step.hold !== 'keep') state.letGo = () => silence(world, audible)
}

function silence(world: World, audible: Audible): void {
  audible.until = Math.min(audible.until, world.now)
}

export function bed(world: World, playing: Playing, state: StepState, step: BedStep): undefined {
  const audible = sounds(world, playing, state, step.bus, {
    sound: step.sound,
    at: placeOf(world, playing, step.where, streamOf(world, playing, step.id), 0),
    reach: DEFAULT_REACH,
    gain: ownGain(world, step.sound) + step.gain,
    pitch: 0,
    loop: true,
    fadeIn: step.fadeIn,
    fadeOut: step.fadeOut,
  })
  if (step.hold !== 'keep') state.letGo = () => silence(world, audible)
}

/** How many draws of its stream each single sound of a scatter may use. */
const DRAWS = 8

export function scatter(world: World, playing: Playing, state: StepState, step: ScatterStep): undefined {
  const stream = streamOf(world, playing, step.id)
  const pool = world.compiled.pools.get(step.pool)!
  const endings: number[] = []
  const one = (number: number) => {
    const first = number * DRAWS
    const drawn = drawFrom(world, pool, memoryName(playing), stream, first + 1)
    const gain = ownGain(world, drawn.sound) + drawn.gain + drawWithin(step.gain, stream, first + 4)
    const pitch = drawn.pitch + drawWithin(step.pitch, stream, first + 5)
    const at = placeOf(world, playing, step.where, stream, first + 6)
    const sounding = endings.filter((end) => end > world.now).length
    if (sounding < step.most) {
      endings.push(world.now + lengthOf(world, drawn.sound, pitch))
      sounds(world, playing, state, step.bus, {
        sound: drawn.sound,
        at,
        reach: DEFAULT_REACH,
        gain,
        pitch,
        loop: false,
        fadeIn: 0,
        fadeOut: 0.05,
      })
    }
    next(number + 1, step.every)
  }
  let entry: ReturnType<World['agenda']['put']>
  const next = (number: number, wait: readonly [number, number]) => {
    entry = world.agenda.put(world.now + drawWithin(wait, stream, number * DRAWS), () => one(number))
  }
  next(0, step.first)
  if (step.hold !== 'keep') state.letGo = () => void (entry.dropped = true)
}

/** How fast an impact sounds as loud as its file (m/s); slower ones fall off as speed does. */
const FULL_IMPACT = 6
const SOFTEST_IMPACT = -36

/** The sound of something flung where it hits, as loud as it hit hard. */
export function soundsOfImpact(world: World, playing: Playing, state: StepState, drawn: Drawn, impact: Impact): void {
  const level = Math.max(SOFTEST_IMPACT, Math.min(0, 20 * Math.log10(impact.speed / FULL_IMPACT)))
  sounds(world, playing, state, 'spot', {
    sound: drawn.sound,
    at: { place: impact.at },
    reach: DEFAULT_REACH,
    gain: ownGain(world, drawn.sound) + drawn.gain + level,
    pitch: drawn.pitch,
    loop: false,
    fadeIn: 0,
    fadeOut: 0.05,
  })
}
