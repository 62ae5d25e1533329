import type { Show, Step, StepKind } from '~~/core/show'

/** What of a step can be edited in the plain list, and how. */
export type StepField =
  | { as: 'number'; name: string; path: string[]; unit: string; min?: number; step?: number; standard?: number }
  | { as: 'range'; name: string; path: string[]; unit: string; min?: number }
  | { as: 'choice'; name: string; path: string[]; options: (show: Show) => { value: unknown; words: string }[] }
  | { as: 'text'; name: string; path: string[] }
  | { as: 'colour'; name: string; path: string[] }
  | { as: 'hold'; name: string; path: string[] }
  | { as: 'locks'; name: string; path: string[] }

const number = (
  name: string,
  path: string,
  unit: string,
  more: { min?: number; step?: number; standard?: number } = {},
): StepField => ({ as: 'number', name, path: path.split('.'), unit, ...more })
const range = (name: string, path: string, unit: string, min?: number): StepField => ({
  as: 'range',
  name,
  path: [path],
  unit,
  min,
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
const marks = (show: Show) => named(show.place.marks)
const wheres = (show: Show) => [
  { value: { at: 'head' }, words: 'in the head' },
  { value: { at: 'zone' }, words: 'in the middle of the zone' },
  { value: { at: 'player' }, words: 'at the player' },
  { value: { at: 'around', near: 3, far: 9, arc: 360 }, words: 'around the player, 3 to 9 m' },
  ...show.place.props.map((prop) => ({ value: { at: 'prop', prop: prop.id }, words: `at ${prop.name}` })),
  ...show.place.marks.map((mark) => ({ value: { at: 'mark', mark: mark.id }, words: `at ${mark.name}` })),
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
const ramp = [
  number('Ramp', 'ramp.seconds', 's', { min: 0, standard: 0 }),
  number('Way back', 'release.seconds', 's', { min: 0 }),
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
    number('To', 'to', '', { step: 1 }),
    number('Rate', 'rate', 'a second', { min: 0.001 }),
    number('Falls', 'fall', 'a second', { min: 0.001 }),
    hold,
  ],
  atmosphere: [
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
    number('Back', 'back.seconds', 's', { min: 0 }),
  ],
  fade: [
    { as: 'colour', name: 'Colour', path: ['colour'] },
    number('In', 'in', 's', { min: 0 }),
    number('Stays', 'stay', 's', { min: 0 }),
    number('Out', 'out', 's', { min: 0 }),
  ],
  freeze: [{ as: 'locks', name: 'Takes', path: ['locks'] }, hold],
  move: [choice('To', 'mark', marks), choice('Quietly', 'quiet', yesNo)],
  prop: [choice('Shown', 'shown', onOff), { as: 'colour', name: 'Colour', path: ['colour'] }, ...ramp, hold],
  fling: [range('Speed', 'speed', 'm/s', 0)],
  burst: [where, range('Count', 'count', '', 0), range('Life', 'life', 's', 0)],
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

/** The thing that stands nearest to a point, or the first. */
function nearest<T extends { at: readonly number[] }>(
  things: readonly T[],
  point: readonly number[] | undefined,
): T | undefined {
  const far = (thing: T) => (point ? Math.hypot(...thing.at.map((v, i) => v - point[i]!)) : 0)
  return things.reduce<T | undefined>((best, thing) => (!best || far(thing) < far(best) ? thing : best), undefined)
}

/** What a step of each kind begins as: with the hold people mean. Things are taken near a point, where one is given. Undefined where the show lacks what it needs. */
export function freshStep(show: Show, kind: StepKind, id: string, near?: readonly number[]): Step | undefined {
  const base = { id, at: 0, jitter: 0, muted: false }
  const held = {
    ramp: { seconds: 1, ease: 'linear' as const },
    release: { seconds: 1, ease: 'linear' as const },
    hold: 'release' as const,
  }
  const spot = (show.sounds.find((s) => s.seconds < 8) ?? show.sounds[0])?.id
  const bed = (show.sounds.find((s) => s.seconds >= 8) ?? show.sounds[0])?.id
  const pool = show.pools[0]?.id
  const light = nearest(show.place.lights, near)?.id
  const mark = show.place.marks.find((m) => m.kind === 'standing')?.id
  const camera = show.place.marks.find((m) => m.kind === 'camera')?.id
  const prop = nearest(show.place.props, near)
  const anchor = prop ? { prop: prop.id } : show.zones[0] && { zone: show.zones[0].id }
  const gains = { gain: [0, 0] as [number, number], pitch: [0, 0] as [number, number] }
  switch (kind) {
    case 'sound':
      return spot
        ? {
            ...base,
            kind,
            sound: spot,
            where: { at: 'zone' },
            ...gains,
            bus: 'spot',
            reach: { near: 1, far: 20, law: 'inverse' },
            fadeIn: 0,
            fadeOut: 0.05,
            loop: false,
            hold: 'cue',
          }
        : undefined
    case 'bed':
      return bed
        ? {
            ...base,
            kind,
            sound: bed,
            where: { at: 'head' },
            gain: 0,
            fadeIn: 1,
            fadeOut: 2,
            bus: 'bed',
            hold: 'release',
          }
        : undefined
    case 'scatter':
      return pool
        ? {
            ...base,
            kind,
            pool,
            every: [4, 10],
            first: [1, 4],
            where: { at: 'around', near: 3, far: 9, arc: 360 },
            most: 4,
            ...gains,
            bus: 'bed',
            hold: 'release',
          }
        : undefined
    case 'light':
      return light ? { ...base, kind, light, candela: 5, ...held } : undefined
    case 'level':
      return { ...base, kind, bus: 'bed', gain: -6, ...held }
    case 'atmosphere':
      return { ...base, kind, level: 0.3, ...held }
    case 'prompt':
      return anchor
        ? {
            ...base,
            kind,
            text: 'Press to look',
            key: 'E',
            anchor,
            lift: 0.3,
            faces: 'camera',
            side: 'both',
            size: 0.14,
            hold: 'release',
          }
        : undefined
    case 'fade':
      return { ...base, kind, colour: '#000000', in: 0.5, stay: 0.5, out: 0.8 }
    case 'freeze':
      return { ...base, kind, locks: ['walk'], hold: 2 }
    case 'camera':
      return camera
        ? {
            ...base,
            kind,
            marks: [{ mark: camera, travel: 0, ease: 'linear', stay: 2 }],
            back: { seconds: 0, ease: 'linear' },
            ears: 'player',
          }
        : undefined
    case 'move':
      return mark ? { ...base, kind, mark, lift: 0, quiet: true } : undefined
    case 'flag': {
      const flag = show.flags[0]
      return flag && { ...base, kind, flag: flag.id, set: typeof flag.start === 'boolean' ? true : 1 }
    }
    case 'signal':
      return { ...base, kind, name: 'go', delay: 0 }
    default:
      return undefined
  }
}

/** Kinds that can be added here, with what they are in words. */
export const ADDABLE: [StepKind, string][] = [
  ['sound', 'A sound'],
  ['bed', 'A bed'],
  ['scatter', 'Scattered sounds'],
  ['light', 'A light'],
  ['fade', 'A fade'],
  ['freeze', 'A freeze'],
  ['prompt', 'A prompt'],
  ['atmosphere', 'The atmosphere'],
  ['level', 'A bus level'],
  ['camera', 'A cut to a mark'],
  ['move', 'A move to a mark'],
  ['flag', 'A flag'],
  ['signal', 'A signal'],
]
