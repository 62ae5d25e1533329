/**
 * The one table of fields and kinds of the show document, version 1. Everything that knows the document's form asks here.
 */
import {
  asset,
  choice,
  distinct,
  either,
  has,
  id,
  isText,
  key,
  kinds,
  LIMITS,
  list,
  map,
  note,
  number,
  PART_KINDS,
  point,
  positive,
  range,
  record,
  ref,
  refOrPart,
  seconds,
  size,
  spot,
  text,
  things,
  whole,
  yesno,
  type Field,
  type ListName,
  type RecordField,
} from './fields'
import { degrees, named, share, target, yesnoOrNumber, type Optional } from './table-common'
import { atmosphere, place, preset } from './table-place'
import { stepKinds } from './table-steps'
import type { Moment, Shape } from './types'

const player = record(
  {},
  {
    height: [positive, 1.8],
    radius: [number(0, 100), 0.3],
    eye: [number(0, 100), 1.65],
    walk: [positive, 1.4],
    run: [positive, 3.5],
    jump: [number(0, 100), 0.45],
    step: [number(0, 100), 0.4],
  },
)
const flag = named({ start: yesnoOrNumber })
/** The fields of a sound. */
export const sound = named(
  { asset, seconds: positive },
  {
    gain: [number(), 0],
    trim: [range(0)],
    tags: [list(text()), []],
    credit: [record({}, { by: [text(200, 0)], from: [text(200, 0)], licence: [text(200, 0)] })],
  },
)
const bus = named({}, { gain: [number(), 0] })
/** The fields of a pool. */
export const pool = named(
  { sounds: list(record({ sound: ref('sounds') }, { weight: [number(0), 1] }), 1) },
  {
    draw: [choice('shuffle', 'random', 'sequence'), 'shuffle'],
    avoid: [whole(0), 1],
    gain: [range(), [0, 0]],
    pitch: [range(-9600, 9600), [0, 0]],
  },
)

/** Every kind of shape with its fields. */
const shapes = {
  box: record({ kind: choice('box'), at: point, size }, { yaw: [number(), 0] }),
  cylinder: record({ kind: choice('cylinder'), at: point, radius: number(0), height: number(0) }),
  prism: record({ kind: choice('prism'), y: number(), height: number(0), outline: list(spot, 3, 2000) }),
  sphere: record({ kind: choice('sphere'), at: point, radius: number(0) }),
} satisfies { [kind in Shape['kind']]: RecordField }
const shape = kinds('kind', shapes)
const shapeSize = kinds('kind', {
  box: record({ kind: choice('box'), size }, { yaw: [number()] }),
  cylinder: record({ kind: choice('cylinder'), radius: number(0), height: number(0) }),
  prism: record({ kind: choice('prism'), height: number(0), outline: list(spot, 3, 2000) }),
  sphere: record({ kind: choice('sphere'), radius: number(0) }),
})

const facing = either(
  { meant: has('prop'), field: record({ prop: refOrPart('props'), within: degrees }) },
  { meant: has('mark'), field: record({ mark: refOrPart('marks'), within: degrees }) },
)
/** Every kind of moment with its fields. */
const moments = {
  enter: record({ at: choice('enter') }),
  leave: record({ at: choice('leave') }),
  dwell: record({ at: choice('dwell'), seconds }),
  use: record({ at: choice('use') }, { key: [key, 'E'], facing: [facing] }),
  look: record({ at: choice('look'), target, within: degrees }, { seconds: [seconds, 0] }),
  signal: record({ at: choice('signal'), name: text() }, { inside: [yesno, false] }),
  clock: record({ at: choice('clock'), seconds }),
  end: record(
    { at: choice('end'), cue: ref('cues') },
    { why: [choice('done', 'released', 'stopped', 'any'), 'any'], inside: [yesno, false] },
  ),
} satisfies { [at in Moment['at']]: RecordField }
const condition = record({
  flag: refOrPart('flags'),
  is: choice('=', '!=', '<', '<=', '>', '>='),
  value: yesnoOrNumber,
})
const who = record({ kinds: distinct(choice('player', 'creature', 'prop'), 1) }, { tags: [list(text()), []] })
const cooldown = record({ seconds }, { from: [choice('fire', 'end'), 'fire'] })
const ruleFields: { [name: string]: Field } = { on: kinds('at', moments), cue: ref('cues') }
const ruleOptional: Optional = {
  name: [text()],
  note: [note],
  enabled: [yesno, true],
  who: [who, { kinds: ['player'], tags: [] }],
  when: [list(condition), []],
  per: [choice('player', 'run'), 'player'],
  debounce: [seconds, 0],
  limit: [record({ times: whole(1) })],
  cooldown: [cooldown],
  busy: [choice('skip', 'restart', 'overlap', 'queue'), 'skip'],
  chance: [share, 1],
  delay: [seconds, 0],
  onLeave: [choice('release', 'stop', 'nothing'), 'release'],
}
/** The fields of a rule of a zone. */
export const rule = record({ id, ...ruleFields }, ruleOptional)
const noZoneRule = record(
  { id, on: kinds('at', { signal: moments.signal, clock: moments.clock, end: moments.end }), cue: ref('cues') },
  ruleOptional,
)
/** What a zone may have none of, though its kit has: null takes it away. */
const orNone = (field: Field): Field =>
  either({ meant: (value) => value === null, field: choice(null) }, { meant: () => true, field })
const TAKEN_AWAY = new Set(['limit', 'cooldown'])
const override = record(
  {},
  Object.fromEntries(
    Object.entries({
      ...ruleFields,
      ...Object.fromEntries(Object.entries(ruleOptional).map(([k, [f]]) => [k, f])),
    }).map(([name, field]) => [name, [TAKEN_AWAY.has(name) ? orNone(field) : field] as [Field]]),
  ),
)
/** The fields of a zone. */
export const zone = named(
  { shape },
  {
    enabled: [yesno, true],
    rim: [number(0), 0],
    notices: [choice('body', 'feet', 'eyes'), 'body'],
    tiedTo: [record({ prop: ref('props') })],
    holds: [list(ref('zones'))],
    rules: [things(rule, 200), []],
    tags: [list(text()), []],
    kit: [ref('kits')],
    overrides: [map(override)],
    parts: [map(id)],
  },
)
const part = named({ is: choice(...PART_KINDS) })
/** The fields of a kit. */
export const kit = named({ rules: things(rule, 200) }, { shape: [shapeSize], parts: [things(part, 100), []] })

/** The fields of a cue. */
export const cue = named(
  { steps: things(kinds('kind', stepKinds), 500) },
  {
    for: [choice('whoever', 'everyone', 'inside'), 'whoever'],
    scare: [yesno, false],
    wish: [record({ never: share, more: share })],
  },
)
const look = either(
  { meant: isText, field: choice('ahead') },
  { meant: has('yaw'), field: record({ yaw: number() }) },
  { meant: has('prop'), field: record({ prop: ref('props') }) },
  { meant: has('mark'), field: record({ mark: ref('marks') }) },
)
/** The fields of a point of a walk. */
export const walkPoint = record(
  { at: point },
  {
    pace: [positive],
    pause: [seconds, 0],
    use: [yesno, false],
    key: [key, 'E'],
    useAfter: [seconds, 0],
    look: [look, 'ahead'],
    arrive: [yesno, false],
    jump: [yesno, false],
  },
)
/** The fields of a walk. */
export const walk = named(
  { points: list(walkPoint, 1) },
  {
    body: [
      record(
        { kind: choice('player', 'creature') },
        { tags: [list(text()), []], radius: [number(0, 100)], height: [positive] },
      ),
      { kind: 'player', tags: [] },
    ],
    start: [seconds, 0],
    went: [yesno, false],
  },
)
/** The fields of a population. */
export const population = named(
  {},
  {
    walks: [list(ref('walks')), []],
    together: [yesno, false],
    pace: [range(0.1, 10), [0.7, 1.6]],
    pauses: [range(0, 100), [0.5, 2]],
    start: [range(0, 3600), [0, 3]],
    aside: [number(0, 10), 0.5],
    turnsBack: [share, 0.2],
    dithers: [share, 0],
    presses: [share, 1],
    looks: [share, 0],
  },
)
const wishes = record({}, { quiet: [range(0)], ceiling: [number()], flashes: [number(0), 3] })

/** Of what a group can hold, by the names of the lists. */
export const GROUPED = [
  'zones',
  'cues',
  'props',
  'lights',
  'marks',
  'floors',
  'walls',
  'sounds',
  'walks',
] as const satisfies readonly ListName[]
/** The fields of a group. */
export const group = named({}, Object.fromEntries(GROUPED.map((name): [string, [Field]] => [name, [list(ref(name))]])))
/** The fields of a remark. */
export const remark = record(
  { id, text: note, at: point },
  {
    yaw: [number()],
    pitch: [number(-90, 90)],
    seconds: [seconds],
    walk: [ref('walks')],
    seed: [number()],
    done: [yesno, false],
  },
)

/** The document. */
export const showTable = record(
  { format: choice('esvik-show'), version: choice(1), title: text(), place },
  {
    note: [note, ''],
    player: [player, {}],
    atmosphere: [atmosphere, {}],
    atmospheres: [things(preset), []],
    flags: [things(flag), []],
    sounds: [things(sound), []],
    pools: [things(pool), []],
    buses: [things(bus), []],
    cues: [things(cue), []],
    zones: [things(zone, LIMITS.zones), []],
    kits: [things(kit), []],
    rules: [things(noZoneRule), []],
    walks: [things(walk), []],
    populations: [things(population), []],
    wishes: [wishes, {}],
    groups: [things(group), []],
    remarks: [things(remark), []],
  },
)

/** Buses that exist without being listed; a show may list them to give them another level. */
export const BUSES = ['bed', 'spot', 'scare', 'music'] as const
