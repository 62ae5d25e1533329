import { DEFAULT_REACH } from '~~/core/engine'
import type { Show, Step, StepKind } from '~~/core/show'

/** What of a step can be edited in the plain list, and how. */
export type StepField =
  | {
      as: 'number'
      name: string
      path: string[]
      unit: string
      min?: number
      step?: number
      /** What it is while nothing is said. */
      standard?: number
      /** What is said of it while it is not there. */
      absent?: string
      /** What else the object that it lies in says, where that is not there yet. */
      within?: object
    }
  | { as: 'point'; name: string; path: string[]; unit: string; within?: object }
  | { as: 'range'; name: string; path: string[]; unit: string; min?: number; step?: number }
  | { as: 'choice'; name: string; path: string[]; options: (show: Show) => { value: unknown; words: string }[] }
  | { as: 'text'; name: string; path: string[] }
  | { as: 'colour'; name: string; path: string[] }
  | { as: 'hold'; name: string; path: string[] }
  | { as: 'locks'; name: string; path: string[] }

const number = (
  name: string,
  path: string,
  unit: string,
  more: Partial<Omit<Extract<StepField, { as: 'number' }>, 'as' | 'name' | 'path' | 'unit'>> = {},
): StepField => ({ as: 'number', name, path: path.split('.'), unit, ...more })
const range = (name: string, path: string, unit: string, min?: number, step?: number): StepField => ({
  as: 'range',
  name,
  path: [path],
  unit,
  min,
  step,
})
const choice = (
  name: string,
  path: string,
  options: (show: Show) => { value: unknown; words: string }[],
): StepField => ({ as: 'choice', name, path: path.split('.'), options })
const named = (items: readonly { id: string; name: string }[]) =>
  items.map(({ id, name }) => ({ value: id, words: name }))
const sounds = (show: Show) => named(show.sounds)
const pools = (show: Show) => named(show.pools)
const lights = (show: Show) => named(show.place.lights)
const buses = (show: Show) => {
  const own = named(show.buses)
  const others = ['bed', 'spot', 'scare', 'music']
    .filter((id) => !own.some((bus) => bus.value === id))
    .map((id) => ({ value: id, words: id }))
  return [...own, ...others]
}
const presets = (show: Show) => [{ value: undefined, words: 'none' }, ...named(show.atmospheres)]
const marks = (show: Show) => named(show.place.marks)
const wheres = (show: Show) => [
  { value: { at: 'head' }, words: 'in the head' },
  { value: { at: 'zone' }, words: 'in the middle of the zone' },
  { value: { at: 'player' }, words: 'at the player' },
  { value: { at: 'around', near: 3, far: 9, arc: 360 }, words: 'around the player, 3 to 9 m' },
  ...show.place.props.map((prop) => ({ value: { at: 'prop', prop: prop.id }, words: `at ${prop.name}` })),
  ...show.place.marks.map((mark) => ({ value: { at: 'mark', mark: mark.id }, words: `at ${mark.name}` })),
]
const props = (show: Show) => named(show.place.props)
const drifting = (show: Show) => [
  ...show.place.lights.map((light) => ({ value: { light: light.id }, words: light.name })),
  ...buses(show).map((bus) => ({ value: { bus: bus.value }, words: bus.words })),
]
const anchors = (show: Show) => [
  ...show.place.props.map((prop) => ({ value: { prop: prop.id }, words: prop.name })),
  ...show.place.marks.map((mark) => ({ value: { mark: mark.id }, words: mark.name })),
  ...show.zones.map((zone) => ({ value: { zone: zone.id }, words: zone.name })),
]
const onOff = () => [
  { value: undefined, words: 'as it is' },
  { value: true, words: 'on' },
  { value: false, words: 'off' },
]
const yesNo = () => [
  { value: true, words: 'yes' },
  { value: false, words: 'no' },
]

const hold: StepField = { as: 'hold', name: 'Lasts', path: ['hold'] }
const evenly = { ease: 'linear' }
const ramp = [
  number('Ramp', 'ramp.seconds', 's', { min: 0, standard: 0, within: evenly }),
  number('Way back', 'release.seconds', 's', { min: 0, within: evenly }),
]
const where = choice('Where', 'where', wheres)
const bus = choice('Bus', 'bus', buses)

const FIELDS: { [kind in StepKind]: StepField[] } = {
  sound: [
    choice('Sound', 'sound', sounds),
    choice('Pool', 'pool', pools),
    where,
    range('Gain', 'gain', 'dB'),
    range('Pitch', 'pitch', 'cents'),
    bus,
    number('Fade in', 'fadeIn', 's', { min: 0 }),
    number('Fade out', 'fadeOut', 's', { min: 0 }),
    number('Full up to', 'reach.near', 'm', { min: 0.01, standard: 1, within: DEFAULT_REACH }),
    number('Silent from', 'reach.far', 'm', { min: 0.1, standard: 20, within: DEFAULT_REACH }),
    number('Each wall takes', 'reach.walls', 'dB', { min: 0, standard: 0, within: DEFAULT_REACH }),
    choice('Goes round', 'loop', yesNo),
  ],
  bed: [
    choice('Sound', 'sound', sounds),
    where,
    number('Gain', 'gain', 'dB', { step: 0.5 }),
    number('Fade in', 'fadeIn', 's', { min: 0 }),
    number('Fade out', 'fadeOut', 's', { min: 0 }),
    bus,
    hold,
  ],
  scatter: [
    choice('Pool', 'pool', pools),
    range('Every', 'every', 's', 0.001),
    range('First after', 'first', 's', 0),
    where,
    number('At once', 'most', '', { min: 1, step: 1 }),
    range('Gain', 'gain', 'dB'),
    range('Pitch', 'pitch', 'cents'),
    bus,
    hold,
  ],
  level: [choice('Bus', 'bus', buses), number('Gain', 'gain', 'dB', { step: 0.5 }), ...ramp, hold],
  light: [
    choice('Light', 'light', lights),
    number('Candela', 'candela', 'cd', { min: 0, step: 1 }),
    { as: 'colour', name: 'Colour', path: ['colour'] },
    choice('On', 'on', onOff),
    ...ramp,
    hold,
  ],
  drift: [
    choice('Of', 'target', drifting),
    number('To', 'to', '', { step: 1 }),
    number('Rate', 'rate', 'a second', { min: 0.001 }),
    number('Falls', 'fall', 'a second', { min: 0.001, absent: 'at once, when it is let go' }),
    hold,
  ],
  atmosphere: [
    choice('Preset', 'preset', presets),
    number('Level', 'level', '', { min: 0, step: 0.05 }),
    { as: 'colour', name: 'Ambient', path: ['ambient'] },
    { as: 'colour', name: 'Shadow', path: ['shadow'] },
    ...ramp,
    hold,
  ],
  prompt: [
    { as: 'text', name: 'Text', path: ['text'] },
    { as: 'text', name: 'Key', path: ['key'] },
    choice('Stands at', 'anchor', anchors),
    number('Lift', 'lift', 'm'),
    hold,
  ],
  camera: [
    choice('Mark', 'marks.0.mark', marks),
    number('Travel', 'marks.0.travel', 's', { min: 0 }),
    number('Stays', 'marks.0.stay', 's', { min: 0 }),
    number('Back', 'back.seconds', 's', { min: 0, within: evenly }),
  ],
  fade: [
    { as: 'colour', name: 'Colour', path: ['colour'] },
    number('In', 'in', 's', { min: 0 }),
    number('Stays', 'stay', 's', { min: 0 }),
    number('Out', 'out', 's', { min: 0 }),
  ],
  freeze: [{ as: 'locks', name: 'Takes', path: ['locks'] }, hold],
  move: [choice('To', 'mark', marks), choice('Quietly', 'quiet', yesNo)],
  prop: [
    choice('Prop', 'prop', props),
    number('Turn', 'turn.by', '°', { step: 5, standard: 0, within: { about: [0, 0] } }),
    { as: 'point', name: 'Slide', path: ['slide', 'by'], unit: 'm' },
    choice('Shown', 'shown', onOff),
    { as: 'colour', name: 'Colour', path: ['colour'] },
    ...ramp,
    hold,
  ],
  fling: [
    choice('Prop', 'prop', props),
    range('Speed', 'speed', 'm/s', 0),
    number('Yaw', 'yaw', '°', { step: 5 }),
    number('Pitch', 'pitch', '°', { step: 5 }),
    number('Spread', 'spread', '°', { min: 0, step: 1 }),
    choice('Sounds as', 'impact', (show) => [{ value: undefined, words: 'nothing' }, ...pools(show)]),
    number('Vanishes after', 'vanishAfter', 's', { min: 0, absent: 'never' }),
  ],
  burst: [where, range('Count', 'count', '', 0, 1), range('Life', 'life', 's', 0), number('Rise', 'rise', 'm/s')],
  signal: [{ as: 'text', name: 'Name', path: ['name'] }, number('Delay', 'delay', 's', { min: 0 })],
  flag: [choice('Flag', 'flag', (show) => named(show.flags)), choice('Set to', 'set', yesNo)],
  zone: [choice('Zone', 'zone', (show) => named(show.zones)), choice('On', 'enabled', yesNo)],
  stop: [choice('Cue', 'cue', (show) => named(show.cues)), number('Fade', 'fade', 's', { min: 0 })],
}

/** The fields of a step; a sound shows whichever of sound and pool it has. */
export function fieldsOf(step: Step): StepField[] {
  const fields = FIELDS[step.kind]
  if (step.kind === 'sound')
    return [...fields.filter((field) => field.path[0] !== (step.pool ? 'sound' : 'pool')), ...(step.loop ? [hold] : [])]
  if (step.kind === 'flag' && step.set === undefined) return [fields[0]!, number('By', 'add', '', { step: 1 })]
  if (step.kind === 'flag' && typeof step.set === 'number')
    return [fields[0]!, number('Set to', 'set', '', { step: 1 })]
  return fields
}
