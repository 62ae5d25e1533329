import { readShow, stepKinds, type Show, type StepKind } from '../show'
import { across, show as smallShow, SOUND } from './small-show'

/** A show that has one of everything that a step can be about. */
export const full = smallShow({
  place: {
    props: [{ id: 'door', name: 'Door', kind: 'box', at: [3, 0, 0], size: [1, 2, 0.1], form: 'door', hinge: 'right' }],
    lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [3, 2, 0], candela: 10 }],
    marks: [
      { id: 'spot', name: 'Spot', kind: 'standing', at: [1, 0, 0] },
      { id: 'eye', name: 'Eye', kind: 'camera', at: [0, 3, 0] },
      { id: 'far', name: 'Far eye', kind: 'camera', at: [9, 3, 0] },
    ],
  },
  atmospheres: [{ id: 'dark', name: 'Dark', level: 0.1 }],
  flags: [
    { id: 'lit', name: 'Lit', start: false },
    { id: 'count', name: 'Count', start: 0 },
  ],
  sounds: [SOUND],
  pools: [{ id: 'pool', name: 'Pool', sounds: [{ sound: SOUND.id }] }],
  cues: [
    { id: 'cue', name: 'Cue', steps: [] },
    { id: 'other', name: 'Other', steps: [] },
  ],
  zones: [{ id: 'z', name: 'Zone', ...across(2, 4), rules: [{ id: 'r', on: { at: 'enter' }, cue: 'cue' }] }],
})
const around = { at: 'around', near: 1, far: 2, arc: 90 }
const changing = (way: object) => ({ ramp: { ease: 'in', ...way }, release: { ease: 'out', ...way }, hold: 2 })
/** Steps that between them say everything that the format lets their kind say. */
export const WHOLE: { [K in StepKind]: object[] } = {
  sound: [
    { sound: SOUND.id, where: around, loop: true, hold: 3 },
    { pool: 'pool', where: { at: 'prop', prop: 'door' } },
  ],
  bed: [{ sound: SOUND.id, where: around }],
  scatter: [{ pool: 'pool', every: [1, 2], where: around }],
  level: [
    { bus: 'bed', gain: -3, ...changing({ seconds: 1 }) },
    { bus: 'bed', gain: -3, ...changing({ rate: 1 }) },
  ],
  light: [
    {
      light: 'lamp',
      candela: 3,
      colour: '#ff0000',
      on: true,
      flicker: { pattern: 'tube', rate: 2, depth: 0.5 },
      ...changing({ seconds: 1 }),
    },
    { light: 'lamp', ...changing({ rate: 1 }) },
  ],
  drift: [
    { target: { light: 'lamp' }, rate: 1, to: 3, fall: 2 },
    { target: { bus: 'bed' }, rate: 1, to: -3 },
  ],
  atmosphere: [
    {
      preset: 'dark',
      ambient: '#112233',
      level: 0.5,
      shadow: '#000000',
      fog: { colour: '#aabbcc', density: 0.1 },
      vignette: { amount: 0.4, softness: 0.5 },
      exposure: 1.2,
      ...changing({ seconds: 1 }),
    },
    { ...changing({ rate: 1 }) },
  ],
  prompt: [
    { text: 'Look', key: 'E', anchor: { prop: 'door' }, faces: 90, side: 'front', size: 0.2 },
    { text: 'Look', anchor: { mark: 'spot' } },
    { text: 'Look', anchor: { zone: 'z' } },
  ],
  camera: [
    {
      marks: [
        { mark: 'eye', travel: 1, ease: 'in', stay: 2 },
        { mark: 'far', travel: 2, stay: 1 },
      ],
      back: { seconds: 1, ease: 'out' },
      ears: 'camera',
    },
  ],
  fade: [{ in: 1, stay: 1, out: 1, colour: '#ff0000' }],
  freeze: [{ locks: ['walk', 'use'], hold: 2 }],
  move: [{ mark: 'spot', lift: 0.1, quiet: false }],
  prop: [
    {
      prop: 'door',
      shown: true,
      colour: '#ff0000',
      slide: { by: [1, 0, 0] },
      turn: { by: 90, about: [0.5, 0] },
      ...changing({ seconds: 1 }),
    },
    { prop: 'door', ...changing({ rate: 1 }) },
  ],
  fling: [{ prop: 'door', speed: [1, 2], yaw: 3, pitch: 4, spread: 5, spin: [1, 2], impact: 'pool', vanishAfter: 3 }],
  burst: [{ where: around, count: [1, 2], life: [1, 2], speed: [1, 2], rise: 1, colour: '#ff0000', size: 0.1 }],
  signal: [{ name: 'go', delay: 1 }],
  flag: [
    { flag: 'lit', set: true },
    { flag: 'count', set: 3 },
    { flag: 'count', add: 1 },
  ],
  zone: [{ zone: 'z', enabled: false }],
  stop: [{ cue: 'other', fade: 1 }],
}

/** The show with steps of a kind in its first cue. */
export const withSteps = (kind: StepKind, steps: object[]): Show =>
  readShow({
    ...full,
    cues: [
      { ...full.cues[0]!, steps: steps.map((step, i) => ({ id: `s-${i}`, kind, note: 'Why', ...step })) },
      full.cues[1]!,
    ],
  })
/** Every place within a kind of step that the table of the format has: lists and points count as one place, all marks of a camera as the first. */
export function leaves(field: (typeof stepKinds)[StepKind] | object, path: string[] = []): string[] {
  const of = field as { type: string; [key: string]: any }
  switch (of.type) {
    case 'record':
      return Object.entries(of.fields).flatMap(([name, inner]) => leaves(inner as object, [...path, name]))
    case 'kinds':
      return Object.values(of.kinds).flatMap((inner) => leaves(inner as object, path))
    case 'either':
      return of.options.flatMap((option: { field: object }) => leaves(option.field, path))
    default:
      return [path.join('.')]
  }
}
