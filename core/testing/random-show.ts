import fc from 'fast-check'
import { readShow, type Show, type Zone } from '../show'

/** Random shows for the laws: zones of every shape, rules with every gate, cues with every step, walks that dither. */
const seconds = (max: number) => fc.integer({ min: 0, max: max * 20 }).map((n) => n / 20)
const metres = (min: number, max: number) => fc.integer({ min: min * 100, max: max * 100 }).map((n) => n / 100)
const spot = fc.tuple(metres(-12, 12), metres(-12, 12))
const some = <T>(value: fc.Arbitrary<T>, freq = 2): fc.Arbitrary<T | undefined> =>
  fc.option(value, { nil: undefined, freq })

export const shape = fc.oneof(
  fc.record({
    kind: fc.constant('box'),
    at: fc.tuple(metres(-12, 12), metres(-1, 2), metres(-12, 12)),
    yaw: fc.integer({ min: -90, max: 90 }),
    size: fc.tuple(metres(0, 8), metres(0, 3), metres(0, 8)),
  }),
  fc.record({
    kind: fc.constant('cylinder'),
    at: fc.tuple(metres(-12, 12), metres(-1, 2), metres(-12, 12)),
    radius: metres(0, 5),
    height: metres(0, 3),
  }),
  fc.record({
    kind: fc.constant('sphere'),
    at: fc.tuple(metres(-12, 12), metres(-1, 3), metres(-12, 12)),
    radius: metres(0, 5),
  }),
  fc.record({
    kind: fc.constant('prism'),
    y: metres(-1, 2),
    height: metres(0, 3),
    outline: fc.array(spot, { minLength: 3, maxLength: 7 }),
  }),
)

const hold = fc.oneof(seconds(8), fc.constantFrom('cue', 'release', 'release', 'release', 'keep'))
const ramp = fc.oneof(
  fc.record({ seconds: seconds(3), ease: fc.constantFrom('linear', 'in', 'out', 'inout') }),
  fc.record({ rate: fc.integer({ min: 1, max: 60 }) }),
)
const held = { ramp, release: some(ramp), hold }
const gain = fc.constantFrom([0, 0], [-6, 3])

const step = fc.oneof(
  fc.record({
    kind: fc.constant('sound'),
    sound: fc.constantFrom('a', 'b'),
    where: fc.constantFrom({ at: 'head' }, { at: 'zone' }, { at: 'around', near: 1, far: 4 }),
    gain,
    pitch: gain,
    loop: fc.boolean(),
    hold,
  }),
  fc.record({ kind: fc.constant('sound'), pool: fc.constant('pool'), where: fc.constant({ at: 'player' }) }),
  fc.record({ kind: fc.constant('bed'), sound: fc.constant('a'), hold }),
  fc.record({
    kind: fc.constant('scatter'),
    pool: fc.constant('pool'),
    every: fc.constant([0.5, 2]),
    most: fc.integer({ min: 1, max: 3 }),
    hold,
  }),
  fc.record({ kind: fc.constant('level'), bus: fc.constant('bed'), gain: fc.integer({ min: -20, max: 3 }), ...held }),
  fc.record({
    kind: fc.constant('light'),
    light: fc.constant('lamp'),
    candela: some(fc.integer({ min: 0, max: 200 })),
    colour: some(fc.constantFrom('#ff0000', '#0000ff')),
    on: some(fc.boolean()),
    ...held,
  }),
  fc.record({
    kind: fc.constant('drift'),
    target: fc.constantFrom({ light: 'lamp' }, { bus: 'bed' }),
    rate: fc.integer({ min: 1, max: 60 }),
    to: fc.integer({ min: 0, max: 200 }),
    fall: some(fc.integer({ min: 1, max: 60 })),
    hold,
  }),
  fc.record({
    kind: fc.constant('atmosphere'),
    level: some(fc.constantFrom(0, 0.5)),
    ambient: some(fc.constantFrom('#111111')),
    ...held,
  }),
  fc.record({ kind: fc.constant('prompt'), text: fc.constant('Look'), anchor: fc.constant({ mark: 'spot' }), hold }),
  fc.record({
    kind: fc.constant('camera'),
    marks: fc.array(fc.record({ mark: fc.constantFrom('eye', 'spot'), travel: seconds(1), stay: seconds(2) }), {
      minLength: 1,
      maxLength: 2,
    }),
    back: some(fc.record({ seconds: seconds(1) })),
  }),
  fc.record({ kind: fc.constant('fade'), in: seconds(1), stay: seconds(1), out: seconds(2) }),
  fc.record({
    kind: fc.constant('freeze'),
    locks: fc.uniqueArray(fc.constantFrom('walk', 'jump', 'look', 'use'), { minLength: 1 }),
    hold,
  }),
  fc.record({
    kind: fc.constant('freeze'),
    locks: fc.uniqueArray(fc.constantFrom('jump', 'look'), { maxLength: 1 }),
    pace: fc.constantFrom(0.25, 0.5, 0.8),
    hold,
  }),
  fc.record({ kind: fc.constant('move'), mark: fc.constantFrom('spot', 'other'), quiet: fc.boolean() }),
  fc.record({
    kind: fc.constant('prop'),
    prop: fc.constant('door'),
    slide: some(fc.constant({ by: [1, 0, 0] })),
    turn: some(fc.constant({ by: 90 })),
    shown: some(fc.boolean()),
    surface: some(fc.constant('metal')),
    carried: fc.constantFrom(undefined, undefined, true as const),
    ...held,
  }),
  fc.record({
    kind: fc.constant('fling'),
    prop: fc.constant('jar'),
    speed: fc.constant([2, 6]),
    yaw: fc.constant(0),
    pitch: fc.constant(20),
    spread: fc.constant(30),
  }),
  fc.record({
    kind: fc.constant('burst'),
    where: fc.constant({ at: 'zone' }),
    count: fc.constant([1, 9]),
    life: fc.constant([0, 1]),
  }),
  fc.record({ kind: fc.constant('signal'), name: fc.constant('ring'), delay: seconds(3) }),
  fc.record({ kind: fc.constant('flag'), flag: fc.constant('lit'), set: fc.boolean() }),
  fc.record({ kind: fc.constant('flag'), flag: fc.constant('count'), add: fc.constant(1) }),
  fc.record({ kind: fc.constant('zone'), zone: fc.constant('zone-0'), enabled: fc.boolean() }),
  fc.record({ kind: fc.constant('stop'), cue: fc.constantFrom('cue-0', 'cue-1') }),
)
const timed = fc
  .tuple(step, seconds(3), seconds(0.5), fc.integer({ min: 0, max: 9 }))
  .map(([s, at, jitter, mute]) => ({ ...s, at, jitter, muted: mute === 0 }))

const condition = fc.oneof(
  fc.record({ flag: fc.constant('lit'), is: fc.constantFrom('=', '!='), value: fc.boolean() }),
  fc.record({
    flag: fc.constant('count'),
    is: fc.constantFrom('<', '<=', '>', '>='),
    value: fc.integer({ min: 0, max: 3 }),
  }),
)
const moment = fc.oneof(
  { weight: 4, arbitrary: fc.constant({ at: 'enter' }) },
  { weight: 2, arbitrary: fc.constant({ at: 'leave' }) },
  {
    weight: 2,
    arbitrary: fc.record({
      at: fc.constant('look'),
      target: fc.constantFrom({ prop: 'door' }, { mark: 'spot' }),
      within: fc.integer({ min: 10, max: 120 }),
      seconds: seconds(1),
    }),
  },
  { weight: 3, arbitrary: fc.record({ at: fc.constant('dwell'), seconds: seconds(4) }) },
  { weight: 8, arbitrary: fc.constantFrom({ at: 'use' }, { at: 'use', facing: { prop: 'door', within: 90 } }, { at: 'use', key: 'F' }) }, // prettier-ignore
  {
    weight: 6,
    arbitrary: fc.record({ at: fc.constant('signal'), name: fc.constant('ring'), inside: fc.boolean() }),
  },
  { weight: 1, arbitrary: fc.record({ at: fc.constant('clock'), seconds: seconds(20) }) },
  {
    weight: 6,
    arbitrary: fc.record({
      at: fc.constant('end'),
      cue: fc.constantFrom('cue-0', 'cue-1', 'cue-2'),
      why: fc.constantFrom('any', 'any', 'done', 'released', 'stopped'),
      inside: fc.boolean(),
    }),
  },
)
const anyRule = fc.record({
  on: moment,
  who: fc.oneof(
    { weight: 5, arbitrary: fc.constant(undefined) },
    {
      weight: 2,
      arbitrary: fc.constantFrom(
        { kinds: ['player'] },
        { kinds: ['creature'] },
        { kinds: ['player', 'creature'], tags: ['big'] },
      ),
    },
  ),
  when: fc.oneof(
    { weight: 2, arbitrary: fc.constant([]) },
    { weight: 1, arbitrary: fc.array(condition, { minLength: 1, maxLength: 1 }) },
  ),
  per: fc.constantFrom('player', 'run'),
  debounce: fc.oneof(
    { weight: 3, arbitrary: fc.constant(0) },
    { weight: 2, arbitrary: fc.integer({ min: 4, max: 20 }) },
    { weight: 1, arbitrary: seconds(3) },
  ),
  limit: fc.oneof(
    { weight: 1, arbitrary: fc.constant(undefined) },
    { weight: 2, arbitrary: fc.record({ times: fc.integer({ min: 1, max: 2 }) }) },
  ),
  cooldown: fc.oneof(
    { weight: 1, arbitrary: fc.constant(undefined) },
    {
      weight: 2,
      arbitrary: fc.record({ seconds: fc.integer({ min: 2, max: 30 }), from: fc.constantFrom('fire', 'end') }),
    },
  ),
  busy: fc.constantFrom('skip', 'skip', 'queue', 'restart', 'restart'),
  chance: fc.constantFrom(1, 1, 0.6),
  delay: fc.oneof(fc.constant(0), seconds(2)),
  onLeave: fc.constantFrom('release', 'release', 'stop', 'nothing', 'nothing'),
  cue: fc.constantFrom('cue-0', 'cue-1', 'cue-2'),
})
/** A rule that nothing but its own cue holds up. */
const edge = fc.constantFrom({ at: 'enter' }, { at: 'enter' }, { at: 'leave' })
const eager = fc.tuple(anyRule, edge, fc.constantFrom('release', 'nothing', 'nothing')).map(([made, on, onLeave]) => ({
  ...made,
  on,
  who: undefined,
  when: [],
  debounce: 0,
  limit: undefined,
  cooldown: undefined,
  chance: 1,
  delay: 0,
  onLeave,
}))
const rule = fc.oneof({ weight: 2, arbitrary: anyRule }, { weight: 1, arbitrary: eager })
const zone = fc.record({
  shape,
  rim: fc.constantFrom(0, 0, 0.5),
  notices: fc.constantFrom('body', 'feet', 'eyes'),
  enabled: fc.integer({ min: 0, max: 9 }).map((n) => n > 1),
  tiedTo: fc.constantFrom(undefined, undefined, { prop: 'door' }),
  rules: fc.array(rule, { minLength: 2, maxLength: 4 }),
})
const walkPoint = fc.record({
  at: fc.tuple(metres(-12, 12), fc.constantFrom(0, 0, 0, 0.5), metres(-12, 12)),
  pace: fc.constantFrom(0.5, 1, 1.4, 3),
  pause: fc.oneof(
    { weight: 6, arbitrary: fc.constant(0) },
    { weight: 6, arbitrary: seconds(3) },
    { weight: 1, arbitrary: seconds(80) },
  ),
  look: fc.oneof(
    { weight: 5, arbitrary: fc.constant('ahead') },
    { weight: 2, arbitrary: fc.constantFrom({ yaw: 40 }, { mark: 'spot' }) },
    { weight: 2, arbitrary: fc.constant({ prop: 'door' }) },
  ),
  use: fc.boolean(),
  key: fc.constantFrom('E', 'E', 'E', 'F'),
  useAfter: seconds(2),
  arrive: fc.integer({ min: 0, max: 5 }).map((n) => n === 0),
})
/** Some walks go to and fro between their first two points: thresholds are where debounces show. */
const points = fc.oneof(
  fc.array(walkPoint, { minLength: 2, maxLength: 9 }),
  fc.array(walkPoint, { minLength: 6, maxLength: 12 }).map((all) => all.map((p, i) => ({ ...p, at: all[i % 2]!.at }))),
)
const walk = fc.record({
  points,
  start: fc.oneof(fc.constant(0), seconds(4)),
  kind: fc.constantFrom('player', 'player', 'creature'),
  tags: fc.constantFrom([], ['big']),
})

/** Rules that signals and ends set off rest a while: a show in which everything rings everything goes on for a million events. */
const calmed = <R extends { on: { at: string }; debounce: number }>(rule: R): R =>
  rule.on.at === 'signal' || rule.on.at === 'end' ? { ...rule, debounce: Math.max(1, rule.debounce) } : rule

export const SOUNDS = ['a', 'b'].map((id, n) => ({ id, name: id, asset: String(n).repeat(64), seconds: n + 1 }))

export const randomShow: fc.Arbitrary<Show> = fc
  .record({
    zones: fc.array(zone, { minLength: 3, maxLength: 6 }),
    cues: fc.array(fc.array(timed, { minLength: 2, maxLength: 5 }), { minLength: 3, maxLength: 3 }),
    audiences: fc.array(fc.constantFrom('whoever', 'whoever', 'everyone', 'inside'), { minLength: 3, maxLength: 3 }),
    walks: fc.array(walk, { minLength: 1, maxLength: 3 }),
  })
  .map(({ zones, cues, audiences, walks }) =>
    readShow(
      JSON.parse(
        JSON.stringify({
          format: 'esvik-show',
          version: 1,
          title: 'Random',
          place: {
            lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 100 }],
            props: [
              { id: 'door', name: 'Door', kind: 'box', at: [0, 0, 0], size: [1, 2, 1] },
              { id: 'jar', name: 'Jar', kind: 'cylinder', at: [3, 1, 3], size: [0.2, 0.3, 0.2] },
            ],
            marks: [
              { id: 'spot', name: 'Spot', kind: 'standing', at: [2, 0, 2] },
              { id: 'other', name: 'Other', kind: 'standing', at: [-5, 0, 1] },
              { id: 'eye', name: 'Eye', kind: 'camera', at: [0, 4, 0] },
            ],
          },
          flags: [
            { id: 'lit', name: 'Lit', start: false },
            { id: 'count', name: 'Count', start: 0 },
          ],
          sounds: SOUNDS,
          pools: [{ id: 'pool', name: 'Pool', sounds: [{ sound: 'a' }, { sound: 'b', weight: 2 }] }],
          cues: cues.map((steps, n) => ({
            id: `cue-${n}`,
            name: `Cue ${n}`,
            for: audiences[n],
            steps: steps.map((s, i) => ({ id: `s${n}-${i}`, ...s })),
          })),
          zones: zones.map((z, n) => ({
            id: `zone-${n}`,
            name: `Zone ${n}`,
            ...z,
            rules: z.rules.map((r, i) => ({ id: `r${n}-${i}`, ...calmed(r) })),
          })),
          walks: walks.map((w, n) => ({
            id: `walk-${n}`,
            name: `Walk ${n}`,
            start: w.start,
            points: w.points,
            body: { kind: n === 0 ? 'player' : w.kind, tags: w.tags },
          })),
        }),
      ),
    ),
  )

/** What in a cue is each zone's own, where the cue is of a kit. */
const OWN: { [thing: string]: string } = { lamp: 'part:lamp', lit: 'part:flag', door: 'part:leaf' }
const FIELDS = new Set(['light', 'flag', 'prop'])
const ownIn = (step: object): object =>
  Object.fromEntries(
    Object.entries(step).map(([field, value]) =>
      FIELDS.has(field) && typeof value === 'string' && value in OWN ? [field, OWN[value]] : [field, value],
    ),
  )

/** A random show in which two zones share the rules of a kit, each with a lamp, a flag and a door of its own; one of them has something otherwise. */
export const randomShowWithParts: fc.Arbitrary<Show> = fc
  .tuple(randomShow, fc.constantFrom({}, { chance: 1 }, { limit: null }, { cooldown: null, delay: 0.5 }))
  .map(([show, exception]) => {
    const [first, second, ...others] = JSON.parse(JSON.stringify(show.zones)) as [Zone, Zone?, ...Zone[]]
    const cues = [...new Set(first.rules.map(({ cue }) => cue))]
    const ownCue = (id: string) => (cues.includes(id) ? `${id}-own` : id)
    const own = show.cues
      .filter(({ id }) => cues.includes(id))
      .map((cue) => ({
        ...cue,
        id: ownCue(cue.id),
        steps: cue.steps.map((step) => ({ ...ownIn(step), id: `${step.id}-own` })),
      }))
    const rules = first.rules.map((rule) => ({
      ...rule,
      id: `kit-${rule.id}`,
      cue: ownCue(rule.cue),
      when: rule.when.map((condition) => ownIn(condition)),
    }))
    const parts = [
      { id: 'lamp', name: 'Lamp', is: 'light' },
      { id: 'flag', name: 'Flag', is: 'flag' },
      { id: 'leaf', name: 'Leaf', is: 'prop' },
    ]
    const [lamp] = show.place.lights
    const [door] = show.place.props
    return readShow(
      JSON.parse(
        JSON.stringify({
          ...show,
          place: {
            ...show.place,
            lights: [lamp, { ...lamp, id: 'lamp-2', at: [3, 2, 1] }],
            props: [...show.place.props, { ...door, id: 'door-2', name: 'Door 2', at: [4, 0, 2] }],
          },
          flags: [...show.flags, { id: 'lit-2', name: 'Lit 2', start: false }],
          cues: [...show.cues, ...own],
          kits: [{ id: 'kit', name: 'Kit', parts, rules }],
          zones: [
            { ...first, kit: 'kit', rules: [], parts: { lamp: 'lamp', flag: 'lit', leaf: 'door' } },
            {
              ...second,
              kit: 'kit',
              parts: { lamp: 'lamp-2', flag: 'lit-2', leaf: 'door-2' },
              overrides: { [rules[0]!.id]: exception },
            },
            ...others,
          ],
        }),
      ),
    )
  })
/** Either. */
export const anyShow = fc.oneof({ weight: 3, arbitrary: randomShow }, { weight: 1, arbitrary: randomShowWithParts })
