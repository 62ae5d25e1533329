import type { PropStep } from '../../show'
import type { Aim } from '../compile'
import {
  AT_ONCE,
  distance,
  giveUp,
  inTime,
  keep,
  acquire,
  touch,
  trackOf,
  STAYS,
  valueAt,
  type Claim,
  type Motion,
  type Track,
  type Acquired,
  type Touched,
  type Value,
  isNumbers,
} from '../history'
import { awaitEnd, setCarried } from '../play'
import { audienceOf, carriedBy, propMoved, acquires, type Playing, type StepState, type World } from '../world'

const targetOf = (aim: Aim, base: Value): Value => {
  const { value } = aim
  if (!aim.adds) return value
  if (isNumbers(base) && isNumbers(value)) return base.map((v, i) => v + value[i])
  return Number(base) + Number(value)
}

/** Claims the fields that a step gives, of its channel or of that of each player who is meant. */
export const claim = (world: World, playing: Playing, state: StepState): undefined =>
  claimOf(world, playing, state, state.plan.aims)
function claimOf(world: World, playing: Playing, state: StepState, aims: readonly Aim[]): undefined {
  const channel = state.plan.channel!
  const { tracks, walkers } = world
  const acquired: Acquired[][] = []
  if (channel.once) claimFields(world, state, touch(tracks, walkers.length, channel), aims, acquired)
  else
    for (const { index } of audienceOf(world, playing))
      claimFields(world, state, touch(tracks, walkers.length, channel, index), aims, acquired)
  if (state.plan.hold !== 'keep') acquires(state, acquired, giveBack)
}

/** Claims fields of a channel as a step with ramp, release and hold says. */
function claimFields(world: World, state: StepState, channel: Touched, aims: readonly Aim[], into: Acquired[][]): void {
  const { now } = world
  const { hold } = state.plan
  const shared = aims.length > 1 ? sharedSeconds(now, channel, aims) : undefined
  const acquired: Acquired[] = new Array(hold === 'keep' ? 0 : aims.length)
  for (let i = 0; i < aims.length; i++) {
    const aim = aims[i]
    const track = trackOf(channel, aim.field)
    const target = targetOf(aim, track.base)
    let motion = shared === undefined ? aim.motion : inTime(shared, aim.motion)
    if (aim.density !== undefined) {
      const of = aims[aim.density]
      motion = fogMotion(now, trackOf(channel, of.field), of.value, motion)
    }
    if (hold === 'keep') {
      keep(track, now, target, motion)
      continue
    }
    const claim: Claim = { target, motion, release: aim.release, drifts: aim.drifts }
    acquire(track, now, claim)
    acquired[i] = { track, claim }
  }
  if (acquired.length > 0) into.push(acquired)
}

/** Where there is no fog its colour is that of the one that comes, at once, or stays that of the one that went. */
function fogMotion(now: number, density: Track, to: Value, motion: Motion): Motion {
  if (valueAt(density.segments, false, now) === 0) return AT_ONCE
  return to === 0 ? STAYS : motion
}

/** Numbers lead, and slides, which count by their length; colours don't. */
const leads = (value: Value): boolean => typeof value === 'number' || Array.isArray(value)

/** How long a ramp with a rate acquires: as its leading number needs, which is the one named first. */
function sharedSeconds(now: number, channel: Touched, aims: readonly Aim[]): number | undefined {
  const { rate } = aims[0].motion
  const leading = rate === undefined ? undefined : aims.find((aim) => leads(aim.value))
  if (!leading) return undefined
  const track = trackOf(channel, leading.field)
  return distance(valueAt(track.segments, track.colour, now), targetOf(leading, track.base)) / rate!
}

/** Gives back what a step has claimed. */
function giveBack(world: World, acquired: readonly Acquired[][], _: 'own' | 'cut', { plan }: StepState): void {
  const wasCarried = plan.step.kind === 'prop' && carriedBy(world, plan.step.prop) !== null
  for (const together of acquired) giveTogether(world.now, together, plan.aims)
  if (plan.step.kind !== 'prop') return
  propMoved(world, plan.step.prop)
  if (wasCarried) comesBack(world, plan.step.prop)
}

/** Gives fields of a channel back: with a rate, the leading number sets the time for all of them. */
function giveTogether(now: number, acquired: readonly Acquired[], aims: readonly Aim[]): void {
  const { rate } = acquired[0].claim.release
  const leading =
    rate === undefined || acquired.length === 1 ? undefined : acquired.find(({ claim }) => leads(claim.target))
  if (leading) {
    const { track, claim } = leading
    const below = track.claims.filter((c) => c !== claim).at(-1)?.target ?? track.base
    const shared = distance(valueAt(track.segments, track.colour, now), below) / rate!
    for (const { claim } of acquired) claim.release = inTime(shared, claim.release)
  }
  aims.forEach(({ density }, i) => {
    if (density === undefined || !acquired[i]) return
    const { track, claim } = acquired[density]
    const below = track.claims.filter((c) => c !== claim).at(-1)?.target ?? track.base
    acquired[i].claim.release = fogMotion(now, track, below, acquired[i].claim.release)
  })
  for (const { track, claim } of acquired) giveUp(track, now, claim)
}

/** What a step does that slides, turns, tints, shows or hides a prop. */
export function prop(world: World, playing: Playing, state: StepState, step: PropStep): undefined {
  if (step.turn) {
    const turned = { t: world.now, about: step.turn.about }
    const before = world.abouts.get(step.prop)
    if (before) before.push(turned)
    else world.abouts.set(step.prop, [turned])
  }
  const wasCarried = carriedBy(world, step.prop) !== null
  claimOf(world, playing, state, step.carried ? aimsFor(playing, state) : state.plan.aims)
  // Its end is awaited before what crosses as it begins.
  if (step.carried && typeof step.hold === 'number') awaitEnd(world, state, step.hold)
  propMoved(world, step.prop)
  if (!wasCarried && carriedBy(world, step.prop) !== null) setCarried(world, step.prop, true)
}

/** What a step gives that has a player take its prop along: nobody else can. */
function aimsFor({ body }: Playing, { plan }: StepState): Aim[] {
  const carried = plan.channel!.fields.indexOf('carried')
  return plan.aims.flatMap((aim) =>
    aim.field !== carried
      ? [aim]
      : body?.player
        ? [{ ...aim, value: body.walk.id, motion: AT_ONCE, release: AT_ONCE }]
        : [],
  )
}

/** Zones of a prop that was with somebody notice again, if it is with nobody now. */
function comesBack(world: World, prop: string): void {
  if (carriedBy(world, prop) === null) setCarried(world, prop, false)
}

/** A prop is with nobody any more, whoever took it along. */
export function dropFromHand(world: World, state: StepState, prop: string): void {
  if (carriedBy(world, prop) === null) return
  const channel = state.plan.channel!
  const track = trackOf(touch(world.tracks, world.walkers.length, channel), channel.fields.indexOf('carried'))
  track.claims.length = 0
  keep(track, world.now, null, AT_ONCE)
}
