import type { FlingStep, Step, StepKind } from '../../show/types'
import { log } from './log'
import { camera, fade, freeze, move, prompt } from './player'
import { atmosphere, drift, level, light, prop } from './claims'
import { burst, flag, signal, stop, zone } from './knots'
import { bed, scatter, sound } from './sounds'
import { drawnFling, fling } from '../flights'
import type { Playing, StepState, World } from '../world'

/**
 * What a step does when it begins. Gives its own length in seconds, if it has one that isn't its hold;
 * what it took is given back by `state.letGo`.
 */
export type Effect<S extends Step> = (world: World, playing: Playing, state: StepState, step: S) => number | undefined

function throwProp(world: World, playing: Playing, _: StepState, step: FlingStep): undefined {
  fling(world, playing, step, drawnFling(world, playing, step))
}

const effects: { [K in StepKind]: Effect<Extract<Step, { kind: K }>> } = {
  sound,
  bed,
  scatter,
  level,
  light,
  drift,
  atmosphere,
  prompt,
  camera,
  fade,
  freeze,
  move,
  prop,
  fling: throwProp,
  burst,
  signal,
  flag,
  zone,
  stop,
}

/** Begins a step: it is logged, then it does what it does. */
export function begin(world: World, playing: Playing, state: StepState): number | undefined {
  const { step } = state
  log(world, playing, step)
  return (effects[step.kind] as Effect<Step>)(world, playing, state, step)
}
