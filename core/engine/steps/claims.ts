import type { PropStep } from '../../show/types'
import { audienceOf } from '../audience'
import { touch, trackOf, type Touched } from '../channels'
import { propMoved } from '../motion'
import { distance, type Value } from '../ramps'
import { give, inTime, keep, take, valueAt, type Claim, type Taken } from '../tracks'
import { takes, type Playing, type StepState, type World } from '../world'
import type { Aim } from './aims'

const targetOf = (aim: Aim, base: Value): Value => {
  if (!aim.adds) return aim.value
  return Array.isArray(base)
    ? base.map((v: number, i) => v + (aim.value as number[])[i])
    : (base as number) + (aim.value as number)
}

/** Claims the fields that a step gives, of its channel or of that of each player who is meant. */
export function claim(world: World, playing: Playing, state: StepState): undefined {
  const channel = state.plan.channel!
  const { tracks, walkers } = world
  const taken: Taken[][] = []
  if (channel.once) claimFields(world, state, touch(tracks, walkers.length, channel), taken)
  else
    for (const { index } of audienceOf(world, playing))
      claimFields(world, state, touch(tracks, walkers.length, channel, index), taken)
  if (state.plan.hold !== 'keep') takes(state, taken, giveBack)
}

/** Claims fields of a channel as a step with ramp, release and hold says. */
function claimFields(world: World, state: StepState, channel: Touched, into: Taken[][]): void {
  const { now } = world
  const { aims, hold } = state.plan
  const shared = aims.length > 1 ? sharedSeconds(now, channel, aims) : undefined
  const taken: Taken[] = new Array(hold === 'keep' ? 0 : aims.length)
  for (let i = 0; i < aims.length; i++) {
    const aim = aims[i]
    const track = trackOf(channel, aim.field)
    const target = targetOf(aim, track.base)
    const motion = shared === undefined ? aim.motion : inTime(shared, aim.motion)
    if (hold === 'keep') {
      keep(track, now, target, motion)
      continue
    }
    const claim: Claim = { target, motion, release: aim.release, drifts: aim.drifts }
    take(track, now, claim)
    taken[i] = { track, claim }
  }
  if (taken.length > 0) into.push(taken)
}

/** How long a ramp with a rate takes: as its leading number needs, which is the one named first. */
function sharedSeconds(now: number, channel: Touched, aims: readonly Aim[]): number | undefined {
  const { rate } = aims[0].motion
  const leading = rate === undefined ? undefined : aims.find((aim) => typeof aim.value === 'number')
  if (!leading) return undefined
  const track = trackOf(channel, leading.field)
  return distance(valueAt(track.segments, track.colour, now), targetOf(leading, track.base)) / rate!
}

/** Gives back what a step has claimed. */
function giveBack(world: World, taken: readonly Taken[][], _: 'own' | 'cut', { plan }: StepState): void {
  for (const together of taken) giveTogether(world.now, together)
  if (plan.step.kind === 'prop') propMoved(world, plan.step.prop)
}

/** Gives fields of a channel back: with a rate, the leading number sets the time for all of them. */
function giveTogether(now: number, taken: readonly Taken[]): void {
  const { rate } = taken[0].claim.release
  const leading =
    rate === undefined || taken.length === 1 ? undefined : taken.find(({ claim }) => typeof claim.target === 'number')
  if (leading) {
    const { track, claim } = leading
    const below = track.claims.filter((c) => c !== claim).at(-1)?.target ?? track.base
    const shared = distance(valueAt(track.segments, track.colour, now), below) / rate!
    for (const { claim } of taken) claim.release = inTime(shared, claim.release)
  }
  for (const { track, claim } of taken) give(track, now, claim)
}

export function prop(world: World, playing: Playing, state: StepState, step: PropStep): undefined {
  if (step.turn) {
    const turned = { t: world.now, about: step.turn.about }
    const before = world.abouts.get(step.prop)
    if (before) before.push(turned)
    else world.abouts.set(step.prop, [turned])
  }
  claim(world, playing, state)
  propMoved(world, step.prop)
}
