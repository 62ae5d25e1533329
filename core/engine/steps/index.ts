import type { Step, StepKind } from '../../show/types'
import { camera, fade, freeze, move } from './player'
import { claim, prop } from './claims'
import { burst, flag, signal, stop, zone } from './knots'
import { bed, scatter, sound } from './sounds'
import { drawnFling, fling } from '../flights'
import { streamOf } from '../streams'
import type { Playing, StepState, World } from '../world'
import * as write from '../write'

/**
 * What a step does when it begins. Gives its own length in seconds, if it has one that isn't its hold;
 * what it takes for as long as it lasts it notes by `takes`.
 */
export type Effect<S extends Step> = (world: World, playing: Playing, state: StepState, step: S) => number | undefined

const effects: { [K in StepKind]: Effect<Extract<Step, { kind: K }>> } = {
  sound,
  bed,
  scatter,
  level: claim,
  light: claim,
  drift: claim,
  atmosphere: claim,
  prompt: claim,
  camera,
  fade,
  freeze,
  move,
  prop,
  fling(world, playing, state, step) {
    const drawn = drawnFling(streamOf(world, playing, step.id), step)
    write.thrown(world, playing, state, drawn)
    fling(world, playing, state, step, drawn)
    return undefined
  },
  burst,
  signal,
  flag,
  zone,
  stop,
}

export const effectOf = (kind: StepKind): Effect<Step> => effects[kind] as Effect<Step>

/** Begins a step: it is logged, then it does what it does. For a tally, what decides nothing has only its length. */
export function begin(world: World, playing: Playing, state: StepState): number | undefined {
  const { plan } = state
  if (world.tally && !plan.decides) return plan.length
  if (!plan.drawsFirst) write.step(world, playing, state)
  return plan.begin(world, playing, state, plan.step)
}
