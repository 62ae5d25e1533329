/**
 * The one table of fields and kinds of the show document, version 1. Everything that knows the document's form asks here.
 */
import {
  asset,
  choice,
  colour,
  distinct,
  either,
  has,
  id,
  isBoolean,
  isNumber,
  isText,
  kinds,
  LIMITS,
  list,
  map,
  note,
  number,
  point,
  positive,
  range,
  record,
  type RecordField,
  ref,
  seconds,
  size,
  spot,
  text,
  things,
  whole,
  yesno,
  type Default,
  type Field,
} from './fields'

type Optional = { [name: string]: [Field, Default?] }
const named = (fields: { [name: string]: Field }, optional: Optional = {}): RecordField =>
  record({ id, name: text(), ...fields }, { note: [note], ...optional })

const target = either(
  { meant: has('prop'), field: record({ prop: ref('props') }) },
  { meant: has('mark'), field: record({ mark: ref('marks') }) },
)
const degrees = number(0, 180)
const share = number(0, 1)

const player = record({}, {
  height: [positive, 1.8],
  radius: [number(0, 100), 0.3],
  eye: [number(0, 100), 1.65],
  walk: [positive, 1.4],
  run: [positive, 3.5],
})
const floor = named(
  { y: number(), outline: list(spot, 3) },
  { slopeTo: [record({ edge: { type: 'numbers', count: 2, whole: true, min: 0 }, y: number() })] },
)
const opening = record(
  { id, at: number(0), width: positive },
  { name: [text()], sill: [number(), 0], height: [positive, 2.1] },
)
const wall = record(
  { id, from: spot, to: spot },
  {
    name: [text()],
    note: [note],
    y: [number(), 0],
    height: [positive, 3],
    thickness: [number(0), 0.2],
    openings: [things(opening), []],
  },
)
const prop = named(
  { kind: choice('box', 'cylinder', 'model'), at: point, size },
  {
    yaw: [number(), 0],
    colour: [colour, '#8a8f8c'],
    asset: [asset],
    shown: [yesno, true],
    solid: [yesno, true],
    mass: [positive, 1],
    bounce: [share, 0.3],
    grip: [number(0, 10), 0.6],
    tags: [list(text()), []],
  },
)
const light = named(
  { kind: choice('point', 'spot'), at: point, candela: number(0) },
  {
    yaw: [number(), 0],
    pitch: [number(-90, 90), -90],
    colour: [colour, '#ffe0b0'],
    reach: [positive, 10],
    cone: [number(0, 180), 40],
    edge: [share, 0.3],
    on: [yesno, true],
    tiedTo: [
      either(
        { meant: has('prop'), field: record({ prop: ref('props') }) },
        { meant: has('player'), field: record({ player: choice(true) }) },
      ),
    ],
  },
)
const mark = kinds('kind', {
  standing: named({ kind: choice('standing'), at: point }, { yaw: [number(), 0] }),
  camera: named(
    { kind: choice('camera'), at: point },
    { yaw: [number(), 0], pitch: [number(-90, 90), 0], fov: [number(1, 170), 60] },
  ),
})
const mesh = record(
  { asset },
  { scale: [positive, 1], yaw: [number(), 0], at: [point, [0, 0, 0]], cutAt: [number(), 1.2] },
)
const place = record({}, {
  floors: [things(floor), []],
  walls: [things(wall), []],
  props: [things(prop), []],
  lights: [things(light), []],
  marks: [things(mark), []],
  mesh: [mesh],
})
const fog = record({ colour, density: number(0) })
const vignette = record({ amount: share, softness: share })
const atmosphere = record({}, {
  ambient: [colour, '#8899aa'],
  level: [number(0), 1],
  shadow: [colour, '#223344'],
  fog: [fog],
  vignette: [vignette],
  exposure: [number(0), 1],
})

const yesnoOrNumber = either({ meant: isBoolean, field: yesno }, { meant: () => true, field: number() })
const flag = named({ start: yesnoOrNumber })
const sound = named({ asset, seconds: positive }, { gain: [number(), 0], trim: [range(0)], tags: [list(text()), []] })
const bus = named({}, { gain: [number(), 0] })
const pool = named(
  { sounds: list(record({ sound: ref('sounds') }, { weight: [number(0), 1] }), 1) },
  {
    draw: [choice('shuffle', 'random', 'sequence'), 'shuffle'],
    avoid: [whole(0), 1],
    gain: [range(), [0, 0]],
    pitch: [range(-9600, 9600), [0, 0]],
  },
)

const shape = kinds('kind', {
  box: record({ kind: choice('box'), at: point, size }, { yaw: [number(), 0] }),
  cylinder: record({ kind: choice('cylinder'), at: point, radius: number(0), height: number(0) }),
  prism: record({ kind: choice('prism'), y: number(), height: number(0), outline: list(spot, 3, 2000) }),
  sphere: record({ kind: choice('sphere'), at: point, radius: number(0) }),
})
const shapeSize = kinds('kind', {
  box: record({ kind: choice('box'), size }, { yaw: [number()] }),
  cylinder: record({ kind: choice('cylinder'), radius: number(0), height: number(0) }),
  prism: record({ kind: choice('prism'), height: number(0), outline: list(spot, 3, 2000) }),
  sphere: record({ kind: choice('sphere'), radius: number(0) }),
})

const facing = either(
  { meant: has('prop'), field: record({ prop: ref('props'), within: degrees }) },
  { meant: has('mark'), field: record({ mark: ref('marks'), within: degrees }) },
)
const moments = {
  enter: record({ at: choice('enter') }),
  leave: record({ at: choice('leave') }),
  dwell: record({ at: choice('dwell'), seconds }),
  use: record({ at: choice('use') }, { facing: [facing] }),
  look: record({ at: choice('look'), target, within: degrees }, { seconds: [seconds, 0] }),
  signal: record({ at: choice('signal'), name: text() }, { inside: [yesno, false] }),
  clock: record({ at: choice('clock'), seconds }),
}
const condition = record({ flag: ref('flags'), is: choice('=', '!=', '<', '<=', '>', '>='), value: yesnoOrNumber })
const who = record(
  { kinds: distinct(choice('player', 'creature', 'prop'), 1) },
  { tags: [list(text()), []] },
)
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
const rule = record({ id, ...ruleFields }, ruleOptional)
const looseRule = record(
  { id, on: kinds('at', { signal: moments.signal, clock: moments.clock }), cue: ref('cues') },
  ruleOptional,
)
const override = record({}, Object.fromEntries(
  Object.entries({ ...ruleFields, ...Object.fromEntries(Object.entries(ruleOptional).map(([k, [f]]) => [k, f])) }).map(
    ([name, field]) => [name, [field] as [Field]],
  ),
))
const zone = named(
  { shape },
  {
    enabled: [yesno, true],
    rim: [number(0), 0],
    notices: [choice('body', 'feet', 'eyes'), 'body'],
    tiedTo: [record({ prop: ref('props') })],
    rules: [things(rule, 200), []],
    tags: [list(text()), []],
    kit: [ref('kits')],
    overrides: [map(override)],
  },
)
const kit = named({ rules: things(rule, 200) }, { shape: [shapeSize] })

const ease = choice('linear', 'in', 'out', 'inout')
const ramp = record({}, { seconds: [seconds], rate: [positive], ease: [ease, 'linear'] }, { notBoth: [['seconds', 'rate']] })
const hold = either(
  { meant: isNumber, field: seconds },
  { meant: () => true, field: choice('cue', 'release', 'keep') },
)
const heldFor = (by: 'cue' | 'release'): Optional => ({ hold: [hold, by] })
const ramped: Optional = { ramp: [ramp, { ease: 'linear' }], release: [ramp], ...heldFor('cue') }
const where = kinds('at', {
  prop: record({ at: choice('prop'), prop: ref('props') }),
  mark: record({ at: choice('mark'), mark: ref('marks') }),
  zone: record({ at: choice('zone') }),
  player: record({ at: choice('player') }),
  around: record({ at: choice('around'), near: number(0), far: number(0) }, { arc: [number(0, 360), 360] }),
  head: record({ at: choice('head') }),
})
const around = { at: 'around', near: 3, far: 9, arc: 360 }
const reach = record({}, { near: [positive, 1], far: [positive, 20], law: [choice('inverse', 'linear'), 'inverse'] })
const flicker = record({ pattern: choice('candle', 'tube', 'pulse'), rate: number(0, 1000), depth: share })
const locks = distinct(choice('walk', 'jump', 'look', 'use'), 1)

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
      pool: [ref('pools')],
      sound: [ref('sounds')],
      gain,
      pitch,
      bus: [ref('buses'), 'spot'],
      reach: [reach, { near: 1, far: 20, law: 'inverse' }],
      fadeIn: [seconds, 0],
      fadeOut: [seconds, 0.05],
      loop: [yesno, false],
      ...heldFor('cue'),
    },
    { oneOf: [['pool', 'sound']] },
  ),
  bed: step(
    'bed',
    { sound: ref('sounds') },
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
    { pool: ref('pools'), every: range(0.001) },
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
    { light: ref('lights') },
    { candela: [number(0)], colour: [colour], on: [yesno], flicker: [flicker], ...ramped },
  ),
  drift: step(
    'drift',
    {
      target: either(
        { meant: has('light'), field: record({ light: ref('lights') }) },
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
        { meant: has('prop'), field: record({ prop: ref('props') }) },
        { meant: has('mark'), field: record({ mark: ref('marks') }) },
        { meant: has('zone'), field: record({ zone: ref('zones') }) },
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
    { marks: list(record({ mark: ref('marks') }, { travel: [seconds, 0], ease: [ease, 'linear'], stay: [seconds, 0] }), 1) },
    {
      back: [record({}, { seconds: [seconds, 0], ease: [ease, 'linear'] })],
      ears: [choice('player', 'camera'), 'player'],
    },
  ),
  fade: step('fade', { in: seconds, stay: seconds, out: seconds }, { colour: [colour, '#000000'] }),
  freeze: step('freeze', { locks }, heldFor('cue')),
  move: step('move', { mark: ref('marks') }, { lift: [number(), 0], quiet: [yesno, true] }),
  prop: step(
    'prop',
    { prop: ref('props') },
    {
      shown: [yesno],
      colour: [colour],
      slide: [record({ by: point })],
      turn: [record({ by: number() }, { about: [spot, [0, 0]] })],
      ...ramped,
    },
  ),
  fling: step(
    'fling',
    { prop: ref('props'), speed: range(0), yaw: number(), pitch: number(-90, 90) },
    { spread: [degrees, 0], spin: [range()], impact: [ref('pools')], vanishAfter: [seconds] },
  ),
  burst: step(
    'burst',
    { where, count: range(0), life: range(0) },
    { speed: [range(0)], rise: [number(), 0], colour: [colour], size: [number(0)] },
  ),
  signal: step('signal', { name: text() }, { delay: [seconds, 0] }),
  flag: step('flag', { flag: ref('flags') }, { set: [yesnoOrNumber], add: [number()] }, { oneOf: [['set', 'add']] }),
  zone: step('zone', { zone: ref('zones'), enabled: yesno }),
  stop: step('stop', { cue: ref('cues') }, { fade: [seconds, 0.2] }),
}

const cue = named(
  { steps: things(kinds('kind', stepKinds), 500) },
  { for: [choice('whoever', 'everyone', 'inside'), 'whoever'], scare: [yesno, false] },
)
const look = either(
  { meant: isText, field: choice('ahead') },
  { meant: has('yaw'), field: record({ yaw: number() }) },
  { meant: has('prop'), field: record({ prop: ref('props') }) },
  { meant: has('mark'), field: record({ mark: ref('marks') }) },
)
const walkPoint = record(
  { at: point },
  {
    pace: [positive],
    pause: [seconds, 0],
    use: [yesno, false],
    useAfter: [seconds, 0],
    look: [look, 'ahead'],
    arrive: [yesno, false],
  },
)
const walk = named(
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
  },
)
const wishes = record({}, { quiet: [range(0)], ceiling: [number()], flashes: [number(0), 3] })

/** The document. */
export const showTable = record(
  { format: choice('esvik-show'), version: choice(1), title: text(), place },
  {
    note: [note, ''],
    player: [player, {}],
    atmosphere: [atmosphere, {}],
    flags: [things(flag), []],
    sounds: [things(sound), []],
    pools: [things(pool), []],
    buses: [things(bus), []],
    cues: [things(cue), []],
    zones: [things(zone, LIMITS.zones), []],
    kits: [things(kit), []],
    rules: [things(looseRule), []],
    walks: [things(walk), []],
    wishes: [wishes, {}],
  },
)

/** Buses that exist without being listed; a show may list them to give them another level. */
export const BUSES = ['bed', 'spot', 'scare', 'music'] as const
