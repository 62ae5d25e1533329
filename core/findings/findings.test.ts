import { describe, expect, it } from 'vitest'
import { eventsOf, run, walksOf } from '../engine'
import { kitRulesOf, type Show } from '../show'
import { across, point, show as smallShow, SOUND, walk } from '../testing/small-show'
import { clearedOf, leftForGood, movesItself, neverFiring, whyNeverFires, zonesBeside } from '.'

const rule = (id: string, more: object = {}) => ({ id, on: { at: 'enter' }, cue: 'idle', ...more })
const isLit = (value: boolean) => ({ flag: 'lit', is: '=', value })
const signal = (name: string) => ({ at: 'signal', name })
const cues = [
  { id: 'idle', name: 'Idle', steps: [] },
  { id: 'sets', name: 'Sets', steps: [{ id: 'set', kind: 'flag', flag: 'set-later', set: true }] },
  { id: 'sends', name: 'Sends', steps: [{ id: 'send', kind: 'signal', name: 'go' }] },
  { id: 'echo', name: 'Echo', steps: [{ id: 'again', kind: 'signal', name: 'echo' }] },
  { id: 'counts', name: 'Counts', steps: [{ id: 'one', kind: 'flag', flag: 'count', add: 1 }] },
  { id: 'opens', name: 'Opens', steps: [{ id: 'on', kind: 'zone', zone: 'opened', enabled: true }] },
]
const flags = [
  { id: 'lit', name: 'Lit', start: false },
  { id: 'set-later', name: 'Set later', start: false },
  { id: 'count', name: 'Count', start: 0 },
]
const zone = (id: string, rules: object[], more: object = {}) => ({ id, name: id, ...across(2, 4), rules, ...more })
/** A zone with one rule, in a show where all the cues above are fired by somebody who walks through. */
function withRule(made: object, more: object = {}): Show {
  const firing = cues.slice(1).map(({ id }) => rule(`fires-${id}`, { cue: id }))
  return smallShow({
    flags,
    cues,
    zones: [zone('here', [made], more), zone('there', firing), ...('id' in more ? [] : [zone('opened', [])])],
    walks: [walk('w', point(0), point(9), point(0), point(9))],
  })
}
const why = (made: object, more: object = {}) => {
  const show = withRule(made, more)
  return { show, why: whyNeverFires(show, show.zones[0].rules[0], show.zones[0])?.why }
}

describe('a rule that can never fire', () => {
  it.each<[string, object, object, string]>([
    ['its zone is off', rule('r'), { enabled: false }, 'zone off'],
    ['it has no chance', rule('r', { chance: 0 }), {}, 'no chance'],
    ['nothing sends its signal', rule('r', { on: signal('nobody') }), {}, 'unsent'],
    ['its flag stays as it is', rule('r', { when: [isLit(true)] }), {}, 'flag'],
    ['its conditions exclude each other', rule('r', { when: [{ ...isLit(true), flag: 'set-later' }, { ...isLit(false), flag: 'set-later' }] }), {}, 'contradiction'], // prettier-ignore
    ['nobody has the tag', rule('r', { who: { kinds: ['player'], tags: ['late'] } }), {}, 'nobody'],
  ])('because %s', (_, made, more, expected) => {
    const found = why(made, more)
    expect(found.why).toBe(expected)
    const events = eventsOf(run(found.show, walksOf(found.show, ['w']), { seed: 1 }))
    expect(events.some((event) => event.kind === 'fire' && event.rule === 'r')).toBe(false)
  })
  it('because only its own cue sends what it waits for', () => {
    const show = smallShow({
      cues: cues.filter(({ id }) => id === 'echo'),
      zones: [zone('z', [rule('r', { on: signal('echo'), cue: 'echo' })])],
    })
    expect(whyNeverFires(show, show.zones[0].rules[0], show.zones[0])?.why).toBe('sent by itself')
  })
  it.each<[string, object, object]>([
    ['a flag that is set by somebody', rule('r', { when: [{ ...isLit(true), flag: 'set-later' }] }), {}],
    ['a count', rule('r', { when: [{ flag: 'count', is: '>=', value: 1 }] }), {}],
    ['a signal that is sent', rule('r', { on: signal('go') }), {}],
    ['a flag as it begins', rule('r', { when: [isLit(false)] }), {}],
  ])('is none that waits for %s', (_, made, more) => {
    const found = why(made, more)
    expect(found.why).toBeUndefined()
    const events = eventsOf(run(found.show, walksOf(found.show, ['w']), { seed: 1 }))
    expect(events.some((event) => event.kind === 'fire' && event.rule === 'r')).toBe(true)
  })
  it('a zone that is off is no reason where a step switches it on', () => {
    expect(why(rule('r'), { enabled: false, id: 'opened' }).why).toBeUndefined()
  })
  it('knows what each zone of a kit has for its parts', () => {
    const show = smallShow({
      flags,
      cues: [{ id: 'turn', name: 'Turn', steps: [{ id: 't', kind: 'flag', flag: 'part:flag', set: true }] }],
      kits: [{ id: 'kit', name: 'Kit', parts: [{ id: 'flag', name: 'Flag', is: 'flag' }], rules: [rule('k', { cue: 'turn', when: [{ flag: 'part:flag', is: '=', value: true }] })] }], // prettier-ignore
      zones: [zone('a', [], { kit: 'kit', parts: { flag: 'lit' } })],
    })
    const [here] = show.zones
    expect(whyNeverFires(show, kitRulesOf(show, here)[0], here)).toBeUndefined()
  })
})

describe('what a rule leaves for good', () => {
  const cue = (...steps: object[]) => [
    { id: 'c', name: 'C', steps: steps.map((step, i) => ({ id: `s${i}`, ...step })) },
  ]
  const freeze = { kind: 'freeze', locks: ['walk'] }
  const left = (made: object, steps: object[], more: object = {}) => {
    const show = smallShow({ cues: cue(...steps), sounds: [SOUND], zones: [zone('z', [rule('r', { cue: 'c', ...made })])], ...more }) // prettier-ignore
    return leftForGood(show, show.zones[0].rules[0], show.zones[0]).map(({ step, why }) => `${step.id} ${why}`)
  }
  it('is what is kept, and what nobody releases', () => {
    expect(
      left({}, [
        { ...freeze, hold: 'keep' },
        { ...freeze, hold: 'cue' },
      ]),
    ).toEqual(['s0 kept'])
    expect(left({ onLeave: 'nothing' }, [{ ...freeze, hold: 'release' }])).toEqual(['s0 unreleased'])
    expect(left({ on: { at: 'clock', seconds: 3 } }, [{ kind: 'bed', sound: SOUND.id }])).toEqual(['s0 unreleased'])
  })
  it('is nothing where whoever leaves releases it, where another cue stops it, where a switch is meant to stay', () => {
    expect(left({}, [{ kind: 'bed', sound: SOUND.id }])).toEqual([])
    const stop = { id: 'end', name: 'End', steps: [{ id: 'x', kind: 'stop', cue: 'c', fade: 0 }] }
    expect(left({}, [], { cues: [...cue({ ...freeze, hold: 'keep' }), stop] })).toEqual([])
    const lights = [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 3 }]
    expect(left({}, [{ kind: 'light', light: 'lamp', on: false, hold: 'keep' }], { place: { lights } })).toEqual([])
  })
})

describe('of all rules of a show', () => {
  it('those that can never fire are found in zones, in kits and beside them, but not those that are off', () => {
    const never = { chance: 0 }
    const show = smallShow({
      cues: [cues[0]],
      kits: [{ id: 'k', name: 'K', rules: [rule('shared', never), rule('fine')] }],
      zones: [
        zone('own', [rule('own', never), rule('off', { ...never, enabled: false })]),
        zone('first', [], { kit: 'k' }),
        zone('second', [], { kit: 'k', overrides: { shared: { chance: 0.5 } } }),
      ],
      rules: [{ id: 'clock', on: { at: 'clock', seconds: 1 }, cue: 'idle', ...never }],
    })
    expect(neverFiring(show).map(({ rule, zone }) => [rule.id, zone?.id])).toEqual([
      ['own', 'own'],
      ['shared', 'first'],
      ['clock', undefined],
    ])
  })
})

describe('a zone that goes with a prop', () => {
  const tied = (step: object, more: object = {}) => {
    const show = smallShow({
      place: { props: [{ id: 'cart', name: 'Cart', kind: 'box', at: [3, 0, 0], size: [1, 1, 1] }] },
      cues: [{ id: 'idle', name: 'Idle', steps: [{ id: 's', ...step }] }],
      zones: [zone('z', [rule('r', more)], { tiedTo: { prop: 'cart' } })],
    })
    return movesItself(show, show.zones[0])?.id
  }
  const slide = { kind: 'prop', prop: 'cart', slide: { by: [5, 0, 0] } }
  it('is moved by itself where its own cue moves that prop', () => {
    expect(tied(slide)).toBe('r')
    expect(tied({ kind: 'fling', prop: 'cart', speed: [3, 3], yaw: 0, pitch: 0 })).toBe('r')
  })
  it('is not where the cue only colours it, is muted, or goes but once whoever leaves', () => {
    expect(tied({ kind: 'prop', prop: 'cart', colour: '#102030' })).toBeUndefined()
    expect(tied({ ...slide, muted: true })).toBeUndefined()
    expect(tied(slide, { limit: { times: 1 }, onLeave: 'nothing' })).toBeUndefined()
    expect(tied(slide, { limit: { times: 1 } })).toBe('r')
  })
})

describe('a mark beside a zone', () => {
  const beside = (x: number, more: object = {}) => {
    const show = smallShow({
      place: { marks: [{ id: 'm', name: 'M', kind: 'standing', at: [x, 0, 0] }], ...more },
      zones: [zone('z', [])],
    })
    return { show, mark: show.place.marks[0], zones: zonesBeside(show, show.place.marks[0]).map(({ id }) => id) }
  }
  it('is nearer to it than half a body is wide, and not within it', () => {
    expect([1.6, 1.8, 3].map((x) => beside(x).zones)).toEqual([[], ['z'], []])
  })
  it('is put clear of it by the shortest way, with no wall in between', () => {
    const { show, mark } = beside(1.8)
    const [x, , z] = clearedOf(show, mark)!
    expect(Math.hypot(x - 1.8, z)).toBeLessThan(0.3)
    expect(zonesBeside(show, { ...mark, at: [x, 0, z] })).toEqual([])
    // Behind it stands a wall: it goes into the zone instead.
    const wall = { id: 'w', name: 'W', y: 0, height: 3, from: [1.5, -9], to: [1.5, 9], thickness: 0.1 }
    const walled = beside(1.8, { walls: [wall] })
    expect(clearedOf(walled.show, walled.mark)![0]).toBeGreaterThanOrEqual(2)
  })
})
