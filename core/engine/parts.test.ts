import { describe, expect, it } from 'vitest'
import { readShow, type Show } from '../show'
import { across, logFor, point, show as smallShow, SOUND, walk } from '../testing/small-show'
import { channelAt, run, stateAt, walksOf, type RunEvent } from '.'

const lamp = (id: string, x: number) => ({
  id,
  name: id,
  kind: 'point' as const,
  at: [x, 2, 0],
  candela: 30,
  on: false,
})
const flag = (id: string) => ({ id, name: id, start: false })
const place = {
  lights: [lamp('lamp-a', 3), lamp('lamp-b', 13)],
  props: [
    { id: 'door-a', name: 'Door A', kind: 'box', at: [3, 0, 1], size: [1, 2, 0.1] },
    { id: 'door-b', name: 'Door B', kind: 'box', at: [13, 0, 1], size: [1, 2, 0.1] },
  ],
  marks: [
    { id: 'to-a', name: 'To A', kind: 'standing', at: [4, 0, 0] },
    { id: 'to-b', name: 'To B', kind: 'standing', at: [14, 0, 0] },
  ],
}
const base = {
  place,
  flags: [flag('lit-a'), flag('lit-b')],
  sounds: [SOUND, { ...SOUND, id: 'clank', name: 'Clank' }],
  pools: [
    { id: 'pool-a', name: 'A', sounds: [{ sound: 'thud' }, { sound: 'clank' }], gain: [-6, 0] },
    { id: 'pool-b', name: 'B', sounds: [{ sound: 'clank' }], gain: [-6, 0] },
  ],
  walks: [
    walk(
      'w',
      point(0),
      point(3, { pause: 3, use: true, useAfter: 1 }),
      point(13, { pause: 3, use: true, useAfter: 1 }),
      point(20),
    ),
  ],
}
/** What happens at a switch: with parts, or with things of one's own in their place. */
const steps = (
  own: { lamp: string; lit: string; door: string; pool: string },
  more: (id: string) => string = (id) => id,
) => [
  { id: more('light'), kind: 'light', light: own.lamp, on: true, hold: 'keep', jitter: 0.2 },
  { id: more('flag'), kind: 'flag', flag: own.lit, set: true },
  { id: more('board'), kind: 'prompt', text: 'On', anchor: { prop: own.door }, hold: 2 },
  { id: more('clack'), kind: 'sound', pool: own.pool, where: { at: 'prop', prop: own.door }, jitter: 0.3 },
  { id: more('swing'), kind: 'prop', prop: own.door, turn: { by: 90 }, hold: 1, ramp: { seconds: 0.5 } },
]
const rules = (own: { lit: string; door: string }, cue: string, id = (name: string) => name) => [
  { id: id('press'), on: { at: 'use' }, when: [{ flag: own.lit, is: '=', value: false }], cue, chance: 0.99 },
  {
    id: id('look'),
    on: { at: 'look', target: { prop: own.door }, within: 180, seconds: 0.2 },
    cue,
    cooldown: { seconds: 40 },
  },
]
const parts = (x: string) => ({ lamp: `lamp-${x}`, lit: `lit-${x}`, door: `door-${x}`, pool: `pool-${x}` })
const named = { lamp: 'part:lamp', lit: 'part:lit', door: 'part:door', pool: 'part:pool' }
const KIT_PARTS = [
  { id: 'lamp', name: 'Lamp', is: 'light' },
  { id: 'lit', name: 'Lit', is: 'flag' },
  { id: 'door', name: 'Door', is: 'prop' },
  { id: 'pool', name: 'Clacks', is: 'pool' },
]
const withKit = (zone: (x: string) => object = () => ({})): Show =>
  smallShow({
    ...base,
    cues: [{ id: 'cue', name: 'Cue', steps: steps(named) }],
    kits: [{ id: 'switch', name: 'Switch', parts: KIT_PARTS, rules: rules(named, 'cue') }],
    zones: [
      { id: 'a', name: 'A', ...across(2, 4), kit: 'switch', parts: parts('a'), ...zone('a') },
      { id: 'b', name: 'B', ...across(12, 14), kit: 'switch', parts: parts('b'), ...zone('b') },
    ],
  })
/** The same by hand: each zone with rules and a cue of its own. What draws is named as the kit's does, so names are put back in the log. */
const byHand = (): Show =>
  smallShow({
    ...base,
    cues: ['a', 'b'].map((x) => ({ id: `cue-${x}`, name: 'Cue', steps: steps(parts(x), (id) => `${id}-${x}`) })),
    zones: ['a', 'b'].map((x, i) => ({
      id: x,
      name: x,
      ...across(i === 0 ? 2 : 12, i === 0 ? 4 : 14),
      rules: rules(parts(x), `cue-${x}`, (id) => `${x}-${id}`),
    })),
  })
const events = (show: Show): RunEvent[] => logFor(show, { length: 30 }).events
const without = (given: readonly RunEvent[]) =>
  given.map((event) => {
    const {
      t: _t,
      gain: _gain,
      pitch: _pitch,
      sound: _sound,
      length: _length,
      ...rest
    } = event as never as Record<string, unknown>
    return JSON.parse(
      JSON.stringify(rest)
        .replace(/"(cue|light|flag|board|clack|swing)-[ab]"/g, '"$1"')
        .replace(/"rule":"([ab])-/g, '"rule":"$1/'),
    )
  })

const sorted = (all: object[]) => all.map((each) => JSON.stringify(each)).sort()

describe('a kit with things of each zone', () => {
  it('does at each of its zones what rules and cues made by hand do there', () => {
    const own = withKit()
    const hand = byHand()
    expect(events(own).length).toBeGreaterThan(30)
    // Luck is named after rules and steps, so what is drawn differs: times, sounds, and with them the order of steps.
    const of = (show: Show, x: string) =>
      without(events(show)).filter(
        (event: { zone?: string; rule?: string; channel?: string }) =>
          JSON.stringify(event).includes(`"${x}"`) || event.channel?.endsWith(`-${x}`),
      )
    for (const x of ['a', 'b']) expect(sorted(of(own, x))).toEqual(sorted(of(hand, x)))
  })
  it('changes the things of the zone that fired, and no others', () => {
    const show = withKit()
    const played = run(show, walksOf(show, ['w']), { seed: 1, length: 30 })
    const lit = (t: number) => ['a', 'b'].map((x) => channelAt(show, played, `light:lamp-${x}`, t, 0).on)
    expect([lit(0), lit(6), lit(25)]).toEqual([
      [0, 0],
      [1, 0],
      [1, 1],
    ])
    expect(stateAt(show, played, 6).flags).toEqual({ 'lit-a': true, 'lit-b': false })
  })
  it('shows a prompt by each zone, whether its cue names a part or not', () => {
    const show = withKit()
    const played = run(show, walksOf(show, ['w']), { seed: 1, length: 30 })
    const shown = (t: number) => ['a', 'b'].map((x) => channelAt(show, played, `prompt:board@${x}`, t, 0))
    const at = events(show).filter((event) => event.kind === 'step' && event.step === 'board')
    expect(at.length).toBeGreaterThan(1)
    expect(shown(at[0]!.t + 0.5)).toEqual([
      { shown: true, text: 'On' },
      { shown: false, text: 'On' },
    ])
    expect(Object.keys(stateAt(show, played, 1).players.w).filter((name) => name.startsWith('prompt'))).toEqual([
      'prompt:board@a',
      'prompt:board@b',
    ])
    expect(() => channelAt(show, played, 'prompt:board@nowhere', 1, 0)).toThrow('prompt:board@nowhere')
    const plain = readShow({
      ...show,
      cues: [
        { id: 'cue', name: 'Cue', steps: [{ id: 'board', kind: 'prompt', text: 'On', anchor: { mark: 'to-a' } }] },
      ],
    })
    const again = run(plain, walksOf(plain, ['w']), { seed: 1, length: 30 })
    expect(channelAt(plain, again, 'prompt:board@b', 16, 0).shown).toBe(true)
    expect(channelAt(plain, again, 'prompt:board@a', 16, 0).shown).toBe(false)
    expect(channelAt(plain, again, 'prompt:board', 16, 0).shown).toBe(false)
  })
  it('names its cue and steps in the log as the document does, and draws by the names of zone and rule alone', () => {
    const log = events(withKit())
    expect(new Set(log.flatMap((event) => ('cue' in event ? [event.cue] : [])))).toEqual(new Set(['cue']))
    expect(new Set(log.flatMap((event) => ('rule' in event ? [event.rule] : [])))).toEqual(
      new Set(['a/press', 'a/look', 'b/press', 'b/look']),
    )
    // A part more, and other things in them, change nobody's luck.
    const swapped = withKit((x) => ({ parts: { ...parts(x), lamp: x === 'a' ? 'lamp-b' : 'lamp-a' } }))
    const times = (show: Show) => events(show).map(({ t, kind }) => [t, kind])
    expect(times(swapped)).toEqual(times(withKit()))
  })
  it('ends its playings by a stop of the cue that the document has', () => {
    const show = withKit()
    const stopping = readShow({
      ...show,
      cues: [...show.cues, { id: 'hush', name: 'Hush', steps: [{ id: 'end', kind: 'stop', cue: 'cue' }] }],
      rules: [{ id: 'soon', on: { at: 'clock', seconds: 3.5 }, cue: 'hush' }],
    })
    const ends = events(stopping).filter((event) => event.kind === 'end' && event.cue === 'cue')
    expect(ends[0]).toMatchObject({ why: 'stopped', t: 3.5 })
  })
  it('is moved, flung and carried as the zone’s own things are', () => {
    const show = withKit()
    const played = run(show, walksOf(show, ['w']), { seed: 1, length: 30 })
    const turned = events(show).find((event) => event.kind === 'step' && event.step === 'swing')!
    expect(channelAt(show, played, 'prop:door-a', turned.t + 0.6, 0).turn).toBe(90)
    expect(channelAt(show, played, 'prop:door-b', turned.t + 0.6, 0).turn).toBe(0)
  })
})

describe('what a zone has otherwise than its kit', () => {
  const limited = (override: object) =>
    smallShow({
      ...base,
      cues: [{ id: 'cue', name: 'Cue', steps: [] }],
      kits: [
        {
          id: 'kit',
          name: 'Kit',
          rules: [{ id: 'r', on: { at: 'enter' }, cue: 'cue', limit: { times: 1 }, cooldown: { seconds: 100 } }],
        },
      ],
      zones: [{ id: 'z', name: 'Z', ...across(2, 4), kit: 'kit', overrides: { r: override } }],
      walks: [walk('w', point(0), point(6), point(0), point(6))],
    })
  const gates = (override: object) =>
    events(limited(override)).flatMap((event) =>
      event.kind === 'fire' ? ['fire'] : event.kind === 'held' ? [event.gate] : [],
    )
  it('can be no limit and no cooldown, by null', () => {
    expect(gates({})).toEqual(['fire', 'limit', 'limit'])
    expect(gates({ limit: null })).toEqual(['fire', 'cooldown', 'cooldown'])
    expect(gates({ limit: null, cooldown: null })).toEqual(['fire', 'fire', 'fire'])
  })
  it('can be nothing else by null', () => {
    expect(() => limited({ chance: null })).toThrow('/zones/0/overrides/r/chance')
    expect(() => limited({ limit: { times: 0 } })).toThrow('/zones/0/overrides/r/limit/times')
  })
})
