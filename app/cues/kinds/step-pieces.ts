import { keysOfWay, type Editor, type Ramp, type Step, type StepKind } from '~~/core/show'
import { buses, PICKS, wheres, type Of } from './choices'
import { endsWith, holdUntilEnd, letGoByLeaving } from '~/document/making/until-end'
import { lengthsOf } from './lengths'
import { choice, either, number, range, seconds, type Piece, type PutIn, type SentencePart } from '~/sentence/pieces'

export type { Of }
export type Kind<K extends StepKind> = Extract<Step, { kind: K }>

export function hold({ show, cue }: Of, step: Step & { hold: Kind<'level'>['hold'] }): SentencePart {
  const until = step.hold === 'release' ? endsWith(show, cue.id) : undefined
  return {
    as: 'hold',
    name: 'Lasts',
    way: 'hold',
    value: until === undefined ? step.hold : { until },
    lengths: lengthsOf(show, cue, step).map(({ seconds, words }) => ({ value: seconds, words })),
    cues: show.cues.flatMap(({ id, name }) =>
      id === cue.id ? [] : [{ value: { until: id }, words: `until ${name} ends` }],
    ),
    choose(put, value, edit) {
      const isUntil = typeof value === 'object'
      const others = cue.steps.some((other) => other.id !== step.id && 'hold' in other && other.hold === 'release')
      put('hold', isUntil ? 'release' : value)
      if (isUntil) holdUntilEnd(edit, cue.id, value.until)
      else if (value === 'release' || !others) letGoByLeaving(edit, cue.id)
    },
  }
}

/** How a change comes about: at once, in a time, at so much a second. */
export function ramp(
  name: string,
  way: 'ramp' | 'release',
  value: Ramp | undefined,
  unit: string,
  start: number,
): Piece[] {
  const comes = value === undefined ? 'same' : value.rate !== undefined ? 'rate' : value.seconds ? 'time' : 'once'
  const ease = value?.ease ?? 'linear'
  const fresh: { [comes: string]: Ramp | undefined } = {
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
    choice(name, way, comes, way === 'release' ? [{ value: 'same', words: 'as it came' }, ...options] : options, {
      choose: (put, chosen) => put(way, fresh[chosen as string]),
    }),
    ...(comes === 'time' ? [' ', seconds(`${name}, time`, `${way}.seconds`, value!.seconds)] : []),
    ...(comes === 'rate'
      ? [' ', number(`${name}, rate`, `${way}.rate`, value!.rate, `${unit} a second`, { min: 0.001 })]
      : []),
    ...(comes === 'time' || comes === 'rate'
      ? [' ', { as: 'ease', name: `${name}, ease`, way: `${way}.ease`, value: ease } satisfies SentencePart]
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

/** Changes a step of a cue by what its parts put. */
export const putInStep =
  (edit: Editor, cue: string, step: string): PutIn =>
  (way, value) =>
    edit.setFound(['cues', cue, 'steps', step, ...keysOfWay(way)], value)
