import type { Step, StepKind } from '../../show/types'
import { camera, fade, freeze, move, prompt } from './player'
import { atmosphere, drift, level, light, prop } from './claims'
import { burst, flag, signal, stop, zone } from './knots'
import { bed, scatter, sound } from './sounds'
import { drawnFling, fling } from '../flights'
import { streamOf } from '../playings'
import type { Playing, StepState, World } from '../world'
import * as write from '../write'

/**
 * What a step does when it begins. Gives its own length in seconds, if it has one that isn't its hold;
 * what it took is given back by `state.letGo`.
 */
export type Effect<S extends Step> = (world: World, playing: Playing, state: StepState, step: S) => number | undefined

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

/** Steps that draw before they are logged, and log what they drew themselves. */
const DRAWS_FIRST = new Set<StepKind>(['fling', 'burst'])

/** Begins a step: it is logged, then it does what it does. */
export function begin(world: World, playing: Playing, state: StepState): number | undefined {
  const { step } = state.plan
  if (!DRAWS_FIRST.has(step.kind)) write.step(world, playing, state)
  return (effects[step.kind] as Effect<Step>)(world, playing, state, step)
}
