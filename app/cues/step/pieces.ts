import type { Ramp, Step, StepKind } from '~~/core/show'
import { buses, PICKS, wheres, type Of } from './choices'
import { lengthsOf } from './lengths'
import type { Option, Path, Piece, StepPart } from './parts'

export type { Of }
export type Kind<K extends StepKind> = Extract<Step, { kind: K }>
export type Numbered = Extract<StepPart, { as: 'number' }>
export type Chosen = Extract<StepPart, { as: 'choice' }>

export const keys = (path: string): Path => path.split('.')
export const number = (
  name: string,
  path: string,
  value: number | undefined,
  unit: string,
  more: Partial<Pick<Numbered, 'min' | 'max' | 'step' | 'absent'>> = {},
): StepPart => ({ as: 'number', name, path: keys(path), value, unit, ...more })
export const seconds = (name: string, path: string, value: number | undefined, absent?: Numbered['absent']): StepPart =>
  number(name, path, value, 's', { min: 0, absent })
export const range = (
  name: string,
  path: string,
  value: readonly [number, number],
  unit: string,
  min?: number,
  step?: number,
): StepPart => ({ as: 'range', name, path: keys(path), value, unit, min, step })
export const choice = (
  name: string,
  path: string,
  value: unknown,
  options: readonly Option[],
  more: Pick<Chosen, 'picks' | 'choose'> = {},
): StepPart => ({ as: 'choice', name, path: keys(path), value, options, ...more })
export const text = (name: string, path: string, value: string | undefined, empty?: string): StepPart => ({
  as: 'text',
  name,
  path: keys(path),
  value: value ?? '',
  empty,
})
export const colour = (
  name: string,
  path: string,
  value: string | undefined,
  absent?: string,
  ofLight = false,
): StepPart => ({
  as: 'colour',
  name,
  path: keys(path),
  value,
  absent,
  ofLight,
})
export const either = (name: string, path: string, value: boolean, yes: string, no: string): StepPart =>
  choice(name, path, value, [
    { value: true, words: yes },
    { value: false, words: no },
  ])
/** Something that is there or not; `fresh` is what it begins as. */
export const perhaps = (
  name: string,
  path: string,
  value: unknown,
  without: string,
  withIt: string,
  fresh: unknown,
): StepPart =>
  choice(
    name,
    path,
    value !== undefined,
    [
      { value: false, words: without },
      { value: true, words: withIt },
    ],
    { choose: (put, on) => put(keys(path), on ? fresh : undefined) },
  )
export const hold = ({ show, cue }: Of, step: Step & { hold: Kind<'level'>['hold'] }): StepPart => ({
  as: 'hold',
  name: 'Lasts',
  path: ['hold'],
  value: step.hold,
  offers: lengthsOf(show, cue, step).map(({ seconds, words }) => ({ value: seconds, words })),
})

/** How a change comes about: at once, in a time, at so much a second. */
export function ramp(name: string, path: string, value: Ramp | undefined, unit: string, start: number): Piece[] {
  const way = value === undefined ? 'same' : value.rate !== undefined ? 'rate' : value.seconds ? 'time' : 'once'
  const ease = value?.ease ?? 'linear'
  const fresh: { [way: string]: object | undefined } = {
    same: undefined,
    once: { ease },
    time: { seconds: value?.seconds || 1, ease },
    rate: { rate: start, ease },
  }
  const options = [
    { value: 'once', words: 'at once' },
    { value: 'time', words: 'in' },
    { value: 'rate', words: 'at a rate of' },
  ]
  return [
    choice(name, path, way, path === 'release' ? [{ value: 'same', words: 'as it came' }, ...options] : options, {
      choose: (put, chosen) => put([path], fresh[chosen as string]),
    }),
    ...(way === 'time' ? [' ', seconds(`${name}, time`, `${path}.seconds`, value!.seconds)] : []),
    ...(way === 'rate'
      ? [' ', number(`${name}, rate`, `${path}.rate`, value!.rate, `${unit} a second`, { min: 0.001 })]
      : []),
    ...(way === 'time' || way === 'rate'
      ? [' ', { as: 'ease', name: `${name}, ease`, path: [path, 'ease'], value: ease } satisfies StepPart]
      : []),
  ]
}
type Ramped = Extract<Step, { ramp: Ramp }>
export const ramped = (of: Of, step: Ramped, unit: string, start: number): Piece[] => [
  ' It goes there ',
  ...ramp('Ramp', 'ramp', step.ramp, unit, start),
  ', stays ',
  hold(of, step),
  step.hold === 'keep' ? '; when another cue takes it, it goes ' : ', and goes back ',
  ...ramp('Way back', 'release', step.release, unit, start),
  '.',
]

export const ONCE = (loop: boolean) => either('Goes round', 'loop', loop, 'round and round', 'once')
export function where(of: Of, value: Kind<'sound'>['where']): Piece[] {
  const at = choice('Where', 'where', value, wheres(of, value), { picks: PICKS.where })
  if (value.at !== 'around') return [at]
  return [
    at,
    ', ',
    number('Not nearer than', 'where.near', value.near, 'm', { min: 0 }),
    ' to ',
    number('Not farther than', 'where.far', value.far, 'm', { min: 0 }),
    ' away, within ',
    number('Arc', 'where.arc', value.arc, '°', { min: 0, max: 360, step: 5 }),
    ' ahead',
  ]
}
export const bus = ({ show }: Of, value: string): Piece[] => [' On ', choice('Bus', 'bus', value, buses(show)), '.']
export const loudness = (step: { gain: readonly [number, number]; pitch: readonly [number, number] }): Piece[] => [
  ', at ',
  range('Gain', 'gain', step.gain, 'dB', undefined, 0.5),
  ' and ',
  range('Pitch', 'pitch', step.pitch, 'cents', -9600, 10),
]
export const fadesOf = ({ fadeIn, fadeOut }: { fadeIn: number; fadeOut: number }): Piece[] => [
  ' It swells for ',
  seconds('Fade in', 'fadeIn', fadeIn),
  ' and dies away for ',
  seconds('Fade out', 'fadeOut', fadeOut),
  '.',
]
/** What drifts or is dimmed goes in this. */
export const unitOf = (target: Kind<'drift'>['target']) => ('light' in target ? 'cd' : 'dB')
