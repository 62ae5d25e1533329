import { describe, expect, it } from 'vitest'
import { eventsOf, run, walksOf } from '../engine'
import { kitRulesOf, type Show } from '../show'
import { across, point, show as smallShow, SOUND, walk } from '../testing/small-show'
import { leftForGood, neverFiring, whyNeverFires } from '.'

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
