import { STEP_KINDS, type Step, type StepKind } from '../../show'
import type { Effect } from '../world'
import { claim, prop } from './claims'
import { fling } from './fling'
import { camera, fade, freeze, move } from './player'
import { burst, flag, signal, stop, zone } from './signals'
import { bed, scatter, sound } from './sounds'

/** What each kind of step does when it begins. */
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
  fling,
  burst,
  signal,
  flag,
  zone,
  stop,
}

/** The same, by the kinds’ numbers. Whoever runs nothing gets none of it, as nothing else happens here. */
export const EFFECTS: readonly Effect<Step>[] = /* @__PURE__ */ STEP_KINDS.map((kind) => effects[kind] as Effect<Step>)
