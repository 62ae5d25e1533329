import type { AtmosphereStep, DriftStep, LevelStep, LightStep, PropStep, Ramp, Step } from '../../show/types'
import { atmosphereFields, tracksFor } from '../channels'
import { audienceOf } from '../audience'
import { distance, type Value } from '../ramps'
import { give, keep, take, valueAt, type Claim, type Motion, type Track } from '../tracks'
import type { Playing, StepState, World } from '../world'

type Ramped = Step & { ramp: Ramp; release?: Ramp }
interface Aim {
  value: Value | ((base: Value) => Value)
  /** The length of the full way, where `seconds` is meant for it. */
  fullWay?: number
}

/** Claims fields of a channel as a step with ramp, release and hold says. The number named first sets the time of a rate. */
function claimFields(
  world: World,
  state: StepState,
  step: Ramped & { hold: unknown },
  tracks: { [field: string]: Track },
  aims: { [field: string]: Aim },
): void {
  const taken: [Track, Claim][] = []
  let shared: number | undefined
  for (const [field, aim] of Object.entries(aims)) {
    const track = tracks[field]
    const target = typeof aim.value === 'function' ? aim.value(track.base) : aim.value
    const motion: Motion = {
      ...step.ramp,
      fullWay: aim.fullWay,
      shared: step.ramp.rate === undefined ? undefined : shared,
    }
    if (step.ramp.rate !== undefined && shared === undefined && typeof target === 'number')
      shared = distance(valueAt(track.segments, track.colour, world.now), target) / step.ramp.rate
    if (step.hold === 'keep') {
      keep(track, world.now, target, motion)
      continue
    }
    const claim: Claim = { target, motion, release: { ...(step.release ?? step.ramp), fullWay: aim.fullWay } }
    take(track, world.now, claim)
    taken.push([track, claim])
  }
  const before = state.letGo
  state.letGo = (how) => {
    before?.(how)
    letGo(world.now, taken)
  }
}

/** Gives fields back together: with a rate, the first number sets the time for all of them. */
function letGo(now: number, taken: [Track, Claim][]): void {
  let shared: number | undefined
  for (const [track, claim] of taken) {
    if (claim.release.rate !== undefined) {
      if (shared === undefined && typeof claim.target === 'number') {
        const below = track.claims.filter((c) => c !== claim).at(-1)?.target ?? track.base
        shared = distance(valueAt(track.segments, track.colour, now), below) / claim.release.rate
      }
      claim.release.shared = shared
    }
    give(track, now, claim)
  }
}

export function light(world: World, _: Playing, state: StepState, step: LightStep): undefined {
  const aims: { [field: string]: Aim } = {}
  if (step.candela !== undefined) aims.candela = { value: step.candela }
  if (step.on !== undefined) aims.on = { value: step.on ? 1 : 0 }
  if (step.colour !== undefined) aims.colour = { value: step.colour }
  if (step.flicker !== undefined) aims.flicker = { value: step.flicker }
  claimFields(world, state, step, tracksFor(world.tracks, world.compiled.show, `light:${step.light}`), aims)
}

export function prop(world: World, _: Playing, state: StepState, step: PropStep): undefined {
  const adds = step.hold === 'keep'
  const slide = step.slide?.by
  const turn = step.turn?.by
  const aims: { [field: string]: Aim } = {}
  if (step.shown !== undefined) aims.shown = { value: step.shown }
  if (step.colour !== undefined) aims.colour = { value: step.colour }
  if (slide)
    aims.slide = {
      value: (base) => slide.map((v, i) => v + (base as number[])[i]),
      fullWay: adds ? undefined : Math.hypot(...slide),
    }
  if (turn !== undefined)
    aims.turn = { value: (base) => turn + (base as number), fullWay: adds ? undefined : Math.abs(turn) }
  claimFields(world, state, step, tracksFor(world.tracks, world.compiled.show, `prop:${step.prop}`), aims)
}

export function level(world: World, playing: Playing, state: StepState, step: LevelStep): undefined {
  for (const player of audienceOf(world, playing))
    claimFields(world, state, step, tracksFor(world.tracks, world.compiled.show, `bus:${step.bus}`, player.index), {
      gain: { value: step.gain },
    })
}

export function atmosphere(world: World, playing: Playing, state: StepState, step: AtmosphereStep): undefined {
  // `level` and the other fields of the look lie beside the step's own; only those of the atmosphere count.
  const aims = Object.fromEntries(Object.entries(atmosphereFields(step)).map(([field, value]) => [field, { value }]))
  for (const player of audienceOf(world, playing))
    claimFields(world, state, step, tracksFor(world.tracks, world.compiled.show, 'atmosphere', player.index), aims)
}

export function drift(world: World, playing: Playing, state: StepState, step: DriftStep): undefined {
  const { show } = world.compiled
  const target = step.target
  const tracks =
    'light' in target
      ? [tracksFor(world.tracks, show, `light:${target.light}`).candela]
      : audienceOf(world, playing).map(
          (player) => tracksFor(world.tracks, show, `bus:${target.bus}`, player.index).gain,
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
