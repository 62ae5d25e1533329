import type { Editor, Ease, Hold, Step } from '~~/core/show'
import type { ThingKind } from '~/document/things'

/** Where in a step a part of its sentence is kept. */
export type Path = readonly (string | number)[]
/** Gives a place of the step a value; undefined takes it away. */
export type PutIn = (path: Path, value: unknown) => void
export interface Option {
  value: unknown
  words: string
}
/** A part of a step's sentence that can be clicked, typed into, dragged. */
export type StepPart = { name: string; path: Path } & (
  | {
      as: 'number'
      value: number | undefined
      unit: string
      min?: number
      max?: number
      step?: number
      /** What is said while it is not there, and what it begins as. */
      absent?: { words: string; start: number }
    }
  | { as: 'range'; value: readonly [number, number]; unit: string; min?: number; step?: number }
  | {
      as: 'point'
      value: readonly number[]
      unit: string
      axes: readonly string[]
      /** Which way each axis goes, in words. */
      ways: readonly string[]
    }
  | {
      as: 'choice'
      value: unknown
      options: readonly Option[]
      /** What of the place can be picked for it in the plan, and the value that this makes. */
      picks?: { kinds: readonly ThingKind[]; value: (kind: ThingKind, id: string) => unknown }
      /** What choosing does, if it does more than give the place its value. */
      choose?: (put: PutIn, value: unknown, edit: Editor) => void
    }
  | { as: 'text'; value: string; empty?: string; long?: boolean; offers?: readonly string[] }
  | {
      as: 'colour'
      value: string | undefined
      absent?: string
      /** It is of a light, whose colours have a temperature. */
      ofLight?: boolean
    }
  | { as: 'hold'; value: Hold; offers: readonly Option[] }
  | { as: 'locks'; value: readonly string[] }
  | { as: 'ease'; value: Ease }
  | { as: 'stops'; value: Extract<Step, { kind: 'camera' }>['marks']; options: readonly Option[] }
)
/** Words and parts, read one after the other. */
export type Piece = string | StepPart

/** Changes a step of a cue by what its parts put. */
export const putInStep =
  (edit: Editor, cue: string, step: string): PutIn =>
  (path, value) =>
    edit.set(['cues', cue, 'steps', step, ...path], value)
