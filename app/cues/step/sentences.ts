import type { Cue, Show, Step, StepKind } from '~~/core/show'
import { FELT } from './player-steps'
import { HAPPENING } from './world-steps'
import { HEARD } from './sound-steps'
import { LIT } from './light-steps'
import type { Piece } from './parts'
import { seconds, type Kind, type Of } from './pieces'

const SENTENCES: { [K in StepKind]: (step: Kind<K>, of: Of) => Piece[] } = { ...HEARD, ...LIT, ...FELT, ...HAPPENING }

/** A step as a sentence whose parts are its fields: all that the format has of its kind, but for `muted`, which is a button. */
export const sentenceOf = (show: Show, cue: Cue, step: Step): Piece[] => [
  'At ',
  seconds('At', 'at', step.at),
  ', give or take ',
  seconds('Jitter', 'jitter', step.jitter),
  ': ',
  ...(SENTENCES[step.kind] as (step: Step, of: Of) => Piece[])(step, { show, cue }),
  ' Note: ',
  { as: 'text', name: 'Note', path: ['note'], value: step.note ?? '', empty: 'none', long: true },
]
