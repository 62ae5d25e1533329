import type { AtmosphereStep, DriftStep, Hold, LevelStep, LightStep, PropStep, Ramp, Step } from '../../show/types'
import { atmosphereFields, channelFor, trackOf, type Touched } from '../channels'
import { audienceOf } from '../audience'
import { distance, type Value } from '../ramps'
import { give, keep, take, valueAt, type Claim, type Motion, type Track } from '../tracks'
import type { Playing, StepState, World } from '../world'

type Ramped = Step & { ramp: Ramp; release?: Ramp; hold: Hold }
/** A field that a step gives: its value, or what it adds to the base. */
interface Aim {
  field: string
  value: Value
  adds: boolean
  motion: Motion
  release: Motion
}

const aims = new WeakMap<Step, Aim[]>()

/** The fields a step gives, numbers in the order of the format; worked out once for each step. */
function aimsOf(step: Ramped, given: () => { [field: string]: { value: Value; fullWay?: number } }): Aim[] {
  const known = aims.get(step)
  if (known) return known
  const made = Object.entries(given()).map(([field, { value, fullWay }]) => ({
    field,
    value,
    adds: fullWay !== undefined,
    motion: { ...step.ramp, fullWay: step.hold === 'keep' ? undefined : fullWay },
    release: { ...(step.release ?? step.ramp), fullWay },
  }))
  aims.set(step, made)
  return made
}

const targetOf = (aim: Aim, base: Value): Value => {
  if (!aim.adds) return aim.value
  return Array.isArray(base)
    ? base.map((v: number, i) => v + (aim.value as number[])[i])
    : (base as number) + (aim.value as number)
}

/** Claims fields of a channel as a step with ramp, release and hold says. The number named first sets the time of a rate. */
function claimFields(world: World, state: StepState, step: Ramped, channel: Touched, given: Aim[]): void {
  const { now } = world
  const shared = step.ramp.rate === undefined ? undefined : sharedSeconds(now, step.ramp.rate, channel, given)
  const taken: Taken[] = []
  for (const aim of given) {
    const track = trackOf(channel, aim.field)
    const target = targetOf(aim, track.base)
    const motion = shared === undefined ? aim.motion : { ...aim.motion, shared }
    if (step.hold === 'keep') {
      keep(track, now, target, motion)
      continue
    }
    const claim: Claim = { target, motion, release: aim.release, drifts: false }
    take(track, now, claim)
    taken.push({ track, claim })
  }
  if (taken.length === 0) return
  const before = state.letGo
  state.letGo = (how) => {
    before?.(how)
    letGo(world.now, taken)
  }
}

/** How long a ramp with a rate takes: as its leading number needs. */
function sharedSeconds(now: number, rate: number, channel: Touched, given: Aim[]): number | undefined {
  const leading = given.find((aim) => typeof aim.value === 'number')
  if (!leading) return undefined
  const track = trackOf(channel, leading.field)
  return distance(valueAt(track.segments, track.colour, now), targetOf(leading, track.base)) / rate
}

interface Taken {
  track: Track
  claim: Claim
}

/** Gives fields back together: with a rate, the leading number sets the time for all of them. */
function letGo(now: number, taken: Taken[]): void {
  const leading =
    taken[0].claim.release.rate === undefined ? undefined : taken.find(({ claim }) => typeof claim.target === 'number')
  if (leading) {
    const { track, claim } = leading
    const below = track.claims.filter((c) => c !== claim).at(-1)?.target ?? track.base
    const shared = distance(valueAt(track.segments, track.colour, now), below) / claim.release.rate!
    for (const t of taken) t.claim.release = { ...t.claim.release, shared }
  }
  for (const { track, claim } of taken) give(track, now, claim)
}

export function light(world: World, _: Playing, state: StepState, step: LightStep): undefined {
  const given = aimsOf(step, () => {
    const { candela, on, colour, flicker } = step
    return {
      ...(candela !== undefined && { candela: { value: candela } }),
      ...(on !== undefined && { on: { value: on ? 1 : 0 } }),
      ...(colour !== undefined && { colour: { value: colour } }),
      ...(flicker !== undefined && { flicker: { value: flicker } }),
    }
  })
  claimFields(world, state, step, channelFor(world.tracks, world.compiled.show, `light:${step.light}`), given)
}

export function prop(world: World, _: Playing, state: StepState, step: PropStep): undefined {
  const given = aimsOf(step, () => {
    const { shown, colour, slide, turn } = step
    return {
      ...(shown !== undefined && { shown: { value: shown } }),
      ...(colour !== undefined && { colour: { value: colour } }),
      ...(slide !== undefined && { slide: { value: slide.by, fullWay: Math.hypot(...slide.by) } }),
      ...(turn !== undefined && { turn: { value: turn.by, fullWay: Math.abs(turn.by) } }),
    }
  })
  if (step.turn) (world.abouts[step.prop] ??= []).push({ t: world.now, about: step.turn.about })
  claimFields(world, state, step, channelFor(world.tracks, world.compiled.show, `prop:${step.prop}`), given)
  world.mobile?.moved(step.prop)
  const before = state.letGo
  state.letGo = (how) => {
    before?.(how)
    world.mobile?.moved(step.prop)
  }
}

export function level(world: World, playing: Playing, state: StepState, step: LevelStep): undefined {
  const given = aimsOf(step, () => ({ gain: { value: step.gain } }))
  for (const player of audienceOf(world, playing))
    claimFields(
      world,
      state,
      step,
      channelFor(world.tracks, world.compiled.show, `bus:${step.bus}`, player.index),
      given,
    )
}

export function atmosphere(world: World, playing: Playing, state: StepState, step: AtmosphereStep): undefined {
  const given = aimsOf(step, () =>
    Object.fromEntries(Object.entries(atmosphereFields(step)).map(([field, value]) => [field, { value }])),
  )
  for (const player of audienceOf(world, playing))
    claimFields(world, state, step, channelFor(world.tracks, world.compiled.show, 'atmosphere', player.index), given)
}

export function drift(world: World, playing: Playing, state: StepState, step: DriftStep): undefined {
  const { show } = world.compiled
  const target = step.target
  const tracks =
    'light' in target
      ? [trackOf(channelFor(world.tracks, show, `light:${target.light}`), 'candela')]
      : audienceOf(world, playing).map((player) =>
          trackOf(channelFor(world.tracks, show, `bus:${target.bus}`, player.index), 'gain'),
        )
  const motion: Motion = { rate: step.rate, ease: 'linear' }
  const release: Motion = step.fall === undefined ? { seconds: 0, ease: 'linear' } : { rate: step.fall, ease: 'linear' }
  if (step.hold === 'keep') {
    for (const track of tracks) keep(track, world.now, step.to, motion)
    return
  }
  const taken = tracks.map(
    (track) => [track, { target: step.to, motion, release, drifts: true } satisfies Claim] as const,
  )
  for (const [track, claim] of taken) take(track, world.now, claim)
  state.letGo = () => {
    for (const [track, claim] of taken) give(track, world.now, claim)
  }
}
