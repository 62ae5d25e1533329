import {
  choice,
  colour,
  distinct,
  either,
  has,
  id,
  isNumber,
  isText,
  kinds,
  list,
  note,
  number,
  point,
  positive,
  range,
  record,
  type RecordField,
  ref,
  refOrPart,
  seconds,
  spot,
  text,
  whole,
  yesno,
  type Default,
  type Field,
} from './fields'
import { degrees, share, surface, yesnoOrNumber, type Optional } from './table-common'
import { fog, vignette } from './table-place'
import type { StepKind } from './types-steps'
import { namesIn } from '../../base'

const ease = choice('linear', 'in', 'out', 'inout')
const ramp = record(
  {},
  { seconds: [seconds], rate: [positive], ease: [ease, 'linear'] },
  { notBoth: [['seconds', 'rate']] },
)
const hold = either({ meant: isNumber, field: seconds }, { meant: () => true, field: choice('cue', 'release', 'keep') })
const heldFor = (by: 'cue' | 'release'): Optional => ({ hold: [hold, by] })
const ramped: Optional = { ramp: [ramp, { ease: 'linear' }], release: [ramp], ...heldFor('cue') }
const where = kinds('at', {
  prop: record({ at: choice('prop'), prop: refOrPart('props') }),
  mark: record({ at: choice('mark'), mark: refOrPart('marks') }),
  zone: record({ at: choice('zone') }),
  player: record({ at: choice('player') }),
  around: record({ at: choice('around'), near: number(0), far: number(0) }, { arc: [number(0, 360), 360] }),
  head: record({ at: choice('head') }),
})
const around = { at: 'around', near: 3, far: 9, arc: 360 }
const reach = record(
  {},
  { near: [positive, 1], far: [positive, 20], law: [choice('inverse', 'linear'), 'inverse'], walls: [number(0), 0] },
)
const flicker = record({ pattern: choice('candle', 'tube', 'pulse'), rate: number(0, 1000), depth: share })
const locks = distinct(choice('walk', 'jump', 'look', 'use'))

const step = (
  kind: string,
  fields: { [name: string]: Field },
  optional: Optional = {},
  groups: Parameters<typeof record>[2] = {},
): RecordField =>
  record(
    { id, kind: choice(kind), ...fields },
    { note: [note], at: [seconds, 0], jitter: [seconds, 0], muted: [yesno, false], ...optional },
    groups,
  )
const gain: [Field, Default] = [range(), [0, 0]]
const pitch: [Field, Default] = [range(-9600, 9600), [0, 0]]

/** Every kind of step with its fields. */
export const stepKinds = {
  sound: step(
    'sound',
    { where },
    {
      pool: [refOrPart('pools')],
      sound: [refOrPart('sounds')],
      gain,
      pitch,
      bus: [ref('buses'), 'spot'],
      reach: [reach, { near: 1, far: 20, law: 'inverse', walls: 0 }],
      fadeIn: [seconds, 0],
      fadeOut: [seconds, 0.05],
      loop: [yesno, false],
      ...heldFor('cue'),
    },
    { oneOf: [['pool', 'sound']] },
  ),
  bed: step(
    'bed',
    { sound: refOrPart('sounds') },
    {
      where: [where, { at: 'head' }],
      gain: [number(), 0],
      fadeIn: [seconds, 1],
      fadeOut: [seconds, 2],
      bus: [ref('buses'), 'bed'],
      ...heldFor('release'),
    },
  ),
  scatter: step(
    'scatter',
    { pool: refOrPart('pools'), every: range(0.001) },
    {
      first: [range(0), (r: Record<string, unknown>) => r.every],
      where: [where, around],
      most: [whole(1), 4],
      gain,
      pitch,
      bus: [ref('buses'), 'bed'],
      ...heldFor('release'),
    },
  ),
  level: step('level', { bus: ref('buses'), gain: number() }, ramped),
  light: step(
    'light',
    { light: refOrPart('lights') },
    { candela: [number(0)], colour: [colour], on: [yesno], flicker: [flicker], ...ramped },
  ),
  drift: step(
    'drift',
    {
      target: either(
        { meant: has('light'), field: record({ light: refOrPart('lights') }) },
        { meant: has('bus'), field: record({ bus: ref('buses') }) },
      ),
      rate: positive,
      to: number(),
    },
    { fall: [positive], ...heldFor('release') },
  ),
  atmosphere: step(
    'atmosphere',
    {},
    {
      preset: [ref('atmospheres')],
      ambient: [colour],
      level: [number(0)],
      shadow: [colour],
      fog: [fog],
      vignette: [vignette],
      exposure: [number(0)],
      ...ramped,
    },
  ),
  prompt: step(
    'prompt',
    {
      text: text(500),
      anchor: either(
        { meant: has('prop'), field: record({ prop: refOrPart('props') }) },
        { meant: has('mark'), field: record({ mark: refOrPart('marks') }) },
        { meant: has('zone'), field: record({ zone: refOrPart('zones') }) },
      ),
    },
    {
      key: [text(40)],
      lift: [number(), 0.3],
      faces: [either({ meant: isText, field: choice('camera') }, { meant: () => true, field: number() }), 'camera'],
      side: [choice('both', 'front'), 'both'],
      size: [positive, 0.14],
      ...heldFor('release'),
    },
  ),
  camera: step(
    'camera',
    {
      marks: list(
        record({ mark: refOrPart('marks') }, { travel: [seconds, 0], ease: [ease, 'linear'], stay: [seconds, 0] }),
        1,
      ),
    },
    {
      back: [record({}, { seconds: [seconds, 0], ease: [ease, 'linear'] })],
      ears: [choice('player', 'camera'), 'player'],
    },
  ),
  fade: step('fade', { in: seconds, stay: seconds, out: seconds }, { colour: [colour, '#000000'] }),
  freeze: step(
    'freeze',
    { locks },
    { pace: [{ type: 'number', min: 0, max: 1, above: 0 }], ...heldFor('cue') },
    { filledOr: [{ list: 'locks', by: 'pace' }] },
  ),
  move: step('move', { mark: refOrPart('marks') }, { lift: [number(), 0], quiet: [yesno, true] }),
  prop: step(
    'prop',
    { prop: refOrPart('props') },
    {
      shown: [yesno],
      colour: [colour],
      surface: [surface],
      carried: [choice(true)],
      slide: [record({ by: point })],
      turn: [record({ by: number() }, { about: [spot, [0, 0]] })],
      ...ramped,
    },
  ),
  fling: step(
    'fling',
    { prop: refOrPart('props'), speed: range(0), yaw: number(), pitch: number(-90, 90) },
    { spread: [degrees, 0], spin: [range()], impact: [refOrPart('pools')], vanishAfter: [seconds] },
  ),
  burst: step(
    'burst',
    { where, count: range(0), life: range(0) },
    { speed: [range(0)], rise: [number(), 0], colour: [colour], size: [number(0)] },
  ),
  signal: step('signal', { name: text() }, { delay: [seconds, 0] }),
  flag: step(
    'flag',
    { flag: refOrPart('flags') },
    { set: [yesnoOrNumber], add: [number()] },
    { oneOf: [['set', 'add']] },
  ),
  zone: step('zone', { zone: refOrPart('zones'), enabled: yesno }),
  stop: step('stop', { cue: ref('cues') }, { fade: [seconds, 0.2] }),
} satisfies { [K in StepKind]: RecordField }

/** What a step of a kind makes of its cue: something that goes on, a freeze, a picture, or nothing above all. */
export type Bearing = 'picture' | 'freeze' | 'bed' | 'other'
interface Manner {
  bearing: Bearing
  /** It is heard rather than done. */
  sounds?: true
  /** Somebody notices when it doesn't end; a light or a door that is kept is what a switch is for. */
  wears?: true
}
/** What is to be known of each kind beside its fields. */
const manners: { [K in StepKind]: Manner } = {
  sound: { bearing: 'other', sounds: true, wears: true },
  bed: { bearing: 'bed', sounds: true, wears: true },
  scatter: { bearing: 'bed', sounds: true, wears: true },
  level: { bearing: 'other' },
  light: { bearing: 'other' },
  drift: { bearing: 'bed' },
  atmosphere: { bearing: 'bed' },
  prompt: { bearing: 'bed', wears: true },
  camera: { bearing: 'picture', wears: true },
  fade: { bearing: 'picture' },
  freeze: { bearing: 'freeze', wears: true },
  move: { bearing: 'other' },
  prop: { bearing: 'other' },
  fling: { bearing: 'other' },
  burst: { bearing: 'other' },
  signal: { bearing: 'other' },
  flag: { bearing: 'other' },
  zone: { bearing: 'other' },
  stop: { bearing: 'other' },
}
/** What is to be known of a kind of step beside its fields. */
export const mannerOf = (kind: StepKind): Manner => manners[kind]

/** The kinds of steps, in an order that gives each its number. */
export const STEP_KINDS = namesIn(stepKinds)
