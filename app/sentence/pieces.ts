import type { Atmosphere, Ease, Editor, Hold, Rule, Step, ValueOn, Way as WayIn } from '~~/core/show'
import type { ThingKind } from '~/document/things'

/** What sentences are of. */
type Said = Step | Rule | Atmosphere
/** Where in what a sentence is of a part of it is kept. */
export type Way = WayIn<Said>
/** Gives a place a value; undefined takes it away. */
export type PutIn = <const W extends Way>(way: W, value: ValueOn<Said, W>) => void
export interface Option<Value = unknown> {
  value: Value
  words: string
}
/** A part of a sentence that can be clicked, typed into, dragged; what is done to it is called after its name, or what it does. */
export type SentencePart = { name: string; way: Way; does?: string } & (
  | {
      as: 'number'
      value: number | undefined
      unit: string
      min?: number
      max?: number
      step?: number
      digits?: number
      /** It is said as so many times what is kept. */
      times?: number
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
      /** It is a cue, and looks like one. */
      cue?: boolean
      /** What of the place can be picked for it in the plan, and the value that this makes. */
      picks?: { kinds: readonly ThingKind[]; value: (kind: ThingKind, id: string) => unknown }
      /** What choosing does, if it does more than give the place its value. */
      choose?: (put: PutIn, value: unknown, edit: Editor) => void
      /** One of the options that is no edit of this place, and what it does. */
      elsewhere?: { value: unknown; go: () => void }
    }
  | {
      as: 'text'
      value: string
      empty?: string
      long?: boolean
      offers?: readonly string[]
      /** What changes with it elsewhere. */
      alsoChange?: (edit: Editor, value: string) => void
    }
  | {
      as: 'colour'
      value: string | undefined
      absent?: string
      /** It is of a light, whose colours have a temperature. */
      ofLight?: boolean
    }
  | {
      as: 'hold'
      /** A cue: it is until that has ended. */
      value: Hold | { until: string }
      /** Lengths that something needs, and cues whose end can be waited for. */
      lengths: readonly Option<number>[]
      cues: readonly Option<{ until: string }>[]
      choose: (put: PutIn, value: Hold | { until: string }, edit: Editor) => void
    }
  /** `some`: not all may be given back. */
  | { as: 'locks'; value: readonly string[]; some: boolean }
  | { as: 'ease'; value: Ease }
  | { as: 'stops'; value: Extract<Step, { kind: 'camera' }>['marks']; options: readonly Option<string>[] }
  /** Something to press that makes one more of what stands before it. */
  | { as: 'more'; put: (put: PutIn) => void }
)
/** Words and parts, read one after the other. */
export type Piece = string | SentencePart
export type Part<As extends SentencePart['as']> = Extract<SentencePart, { as: As }>

export const number = (
  name: string,
  way: Way,
  value: number | undefined,
  unit: string,
  more: Partial<Omit<Part<'number'>, 'as' | 'name' | 'way' | 'value' | 'unit'>> = {},
): SentencePart => ({ as: 'number', name, way, value, unit, ...more })
export const seconds = (
  name: string,
  way: Way,
  value: number | undefined,
  absent?: Part<'number'>['absent'],
): SentencePart => number(name, way, value, 's', { min: 0, absent })
export const range = (
  name: string,
  way: Way,
  value: readonly [number, number],
  unit: string,
  min?: number,
  step?: number,
): SentencePart => ({ as: 'range', name, way, value, unit, min, step })
export const choice = (
  name: string,
  way: Way,
  value: unknown,
  options: readonly Option[],
  more: Pick<Part<'choice'>, 'picks' | 'choose' | 'elsewhere' | 'cue' | 'does'> = {},
): SentencePart => ({ as: 'choice', name, way, value, options, ...more })
export const text = (name: string, way: Way, value: string | undefined, empty?: string): Part<'text'> => ({
  as: 'text',
  name,
  way,
  value: value ?? '',
  empty,
})
export const colour = (
  name: string,
  way: Way,
  value: string | undefined,
  absent?: string,
  ofLight = false,
): SentencePart => ({ as: 'colour', name, way, value, absent, ofLight })
export const either = (name: string, way: Way, value: boolean, yes: string, no: string): SentencePart =>
  choice(name, way, value, [
    { value: true, words: yes },
    { value: false, words: no },
  ])
/** Something that is there or not; `fresh` is what it begins as. */
export const perhaps = <const W extends Way>(
  name: string,
  way: W,
  value: unknown,
  without: string,
  withIt: string,
  fresh: NonNullable<ValueOn<Said, W>>,
): SentencePart =>
  choice(
    name,
    way,
    value !== undefined,
    [
      { value: false, words: without },
      { value: true, words: withIt },
    ],
    { choose: (put, on) => put(way, (on ? fresh : undefined) as ValueOn<Said, W>) },
  )
