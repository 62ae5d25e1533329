import type { Cue, Show, Step, StepKind } from '~~/core/show'
import { seconds, type Piece } from '~/sentence/pieces'
import type { Handle } from './handles'
import { FELT } from './player-steps'
import { HAPPENING } from './world-steps'
import { HEARD } from './sound-steps'
import { LIT } from './light-steps'
import type { StepSheet } from './step-sheet'
import type { Stroke } from './stroke'

const SHEETS: { [K in StepKind]: StepSheet<Extract<Step, { kind: K }>> } = { ...HEARD, ...LIT, ...FELT, ...HAPPENING }

/** How a kind of step is said, drawn and dragged in the cues. */
export const sheetOf = (kind: StepKind): StepSheet<Step> => SHEETS[kind] as unknown as StepSheet<Step>

/** A step as a sentence whose parts are its fields: all that the format has of its kind, but for `muted`, which is a button. */
export const sentenceOf = (show: Show, cue: Cue, step: Step): Piece[] => [
  'At ',
  seconds('At', 'at', step.at),
  ', give or take ',
  seconds('Jitter', 'jitter', step.jitter),
  ': ',
  ...sheetOf(step.kind).sentence(step, { show, cue }),
  ' Note: ',
  { as: 'text', name: 'Note', way: 'note', value: step.note ?? '', empty: 'none', long: true },
]

/** What of a step can be dragged along the clock beside its beginning. */
export const handlesOf = (stroke: Stroke, length: number): Handle[] =>
  sheetOf(stroke.step.kind).handles(stroke.step, stroke, length)
