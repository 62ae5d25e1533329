import type { Run } from '~~/core/engine'
import type { Show, Step, StepKind } from '~~/core/show'
import type { Piece } from '~/sentence/pieces'
import type { Of } from './choices'
import type { Handle } from './handles'
import type { Picture, Space } from './pictures'
import type { Stroke } from './stroke'

/** The number that a step's channel has, as far as it can be drawn as a curve: over the time of a run. */
export interface Curve {
  /** At a time of a run (s), as its first player has it. */
  valueAt: (show: Show, run: Run, t: number) => number
  /** It is drawn with more points than others, as what flickers is. */
  fine?: boolean
  /** It is nothing before and after itself. */
  brief?: boolean
}

/** How a kind of step is said, drawn and dragged in the cues: its one entry there. */
export interface StepSheet<S extends Step> {
  /** All its fields as a sentence. */
  sentence: (step: S, of: Of) => Piece[]
  /** It gives or changes nothing, as a fresh one does. */
  idle: (step: S) => boolean
  /** What of it is dragged along the clock. */
  handles: (step: S, stroke: Stroke, length: number) => Handle[]
  /** What it changes, over time. */
  curve: (step: S, show: Show) => Curve | undefined
  /** What is drawn of it on the stave. */
  picture: (step: S, space: Space) => Picture
  /** What it is called stands on its stroke, or beside its end where it would cover a picture. */
  named: 'within' | 'beside'
}

/** The sheets of some kinds. */
export type SheetsOf<K extends StepKind> = { [kind in K]: StepSheet<Extract<Step, { kind: kind }>> }

/** What most kinds are: never idle, with nothing to drag or to draw. */
export const PLAIN = {
  idle: () => false,
  handles: () => [],
  curve: () => undefined,
  picture: () => ({}),
  named: 'within',
} as const
