import { describe, expect, it } from 'vitest'
import { across, lines, logFor, point, show, walk } from '../../testing/small-show'

const lasting = (seconds: number, hold?: string | number) => [
  { id: 'd', kind: 'freeze', locks: ['jump'], hold: hold ?? seconds },
]
const cue = (id: string, steps: object[] = []) => ({ id, name: id, steps })
const rule = (id: string, on: object, fires: string, more: object = {}) => ({ id, on, cue: fires, ...more })
const zone = (id: string, x0: number, x1: number, rules: object[], more: object = {}) => ({ id, name: id, ...across(x0, x1), rules, ...more }) // prettier-ignore
const ends = (more: object = {}) => ({ at: 'end', cue: 'first', ...more })
const FIRED = ['fire', 'held', 'end'] as const

describe('the end of a cue', () => {
  it('is heard right after it, in the zone’s rules and in those of the show', () => {
    const made = show({
      cues: [cue('first', lasting(1)), cue('then'), cue('last')],
      zones: [zone('z', 2, 4, [rule('r', { at: 'enter' }, 'first'), rule('e', ends(), 'then')])],
      rules: [rule('s', ends(), 'last')],
    })
    expect(lines(logFor(made).events, ...FIRED)).toEqual([
      '1.7 fire z r first',
      '2.7 end first done',
      '2.7 fire z e then',
      '2.7 fire s last',
      '2.7 end then done',
      '2.7 end last done',
    ])
  })
  it('of the kind that is waited for: done, let go, or stopped by a step or a leave; a restart is none', () => {
    const heard = (how: object, onLeave: string, more: object = {}) =>
      lines(
        logFor(
          show({
            cues: [cue('first', lasting(9, 'release')), cue('then')],
            zones: [
              zone('z', 2, 4, [
                rule('r', { at: 'enter' }, 'first', { onLeave, ...more }),
                rule('e', ends(how), 'then'),
              ]),
            ],
            walks: [walk('w', point(0), point(3), point(0), point(3), point(0))],
          }),
        ).events,
        'fire',
      ).filter((line) => line.includes(' e '))
    expect(heard({ why: 'released' }, 'release')).toHaveLength(2)
    expect(heard({ why: 'done' }, 'release')).toEqual([])
    expect(heard({ why: 'stopped' }, 'stop')).toHaveLength(2)
    expect(heard({ why: 'released' }, 'stop')).toEqual([])
    expect(heard({}, 'nothing', { busy: 'restart' })).toEqual([])
  })
  it('with inside is heard for each body inside, in the order of the walks; without it for whoever’s playing it was', () => {
    const made = show({
      cues: [cue('first', lasting(1)), cue('then')],
      zones: [
        zone('z', 2, 4, [rule('r', { at: 'enter' }, 'first', { limit: { times: 1 }, per: 'run' })]),
        zone('hall', 0, 30, [rule('all', ends({ inside: true }), 'then'), rule('own', ends(), 'then')]),
      ],
      walks: [walk('w', point(0), point(20)), walk('v', point(10), point(20))],
    })
    expect(lines(logFor(made, { walks: ['w', 'v'] }).events, 'fire').slice(1)).toEqual([
      '2.7 fire hall all then',
      '2.7 v:fire hall all then',
      '2.7 fire hall own then',
    ])
  })
  it('is held by the rule’s gates, the first of them that its zone is off', () => {
    const made = show({
      cues: [cue('first', lasting(1)), cue('then')],
      zones: [
        zone('z', 2, 4, [rule('r', { at: 'enter' }, 'first')]),
        zone('off', 8, 9, [rule('e', ends(), 'then')], { enabled: false }),
      ],
    })
    expect(lines(logFor(made).events, 'fire', 'held')).toEqual(['1.7 fire z r first', '2.7 held off e off'])
  })
  it('fired where its body was outside, it is released by entering again', () => {
    const made = show({
      cues: [cue('first', lasting(4)), cue('then', [{ id: 'h', kind: 'freeze', locks: ['use'], hold: 'release' }])],
      zones: [
        zone('z', 2, 4, [rule('r', { at: 'enter' }, 'first', { limit: { times: 1 } }), rule('e', ends(), 'then')]),
      ],
      walks: [walk('w', point(0), point(8), point(3), point(0))],
    })
    // Left at 4.3 s, over at 5.7 s, entered again at 11.7 s on the way back, which lets go.
    expect(lines(logFor(made).events, 'fire', 'enter', 'leave', 'end')).toEqual([
      '1.7 enter z',
      '1.7 fire z r first',
      '4.3 leave z',
      '5.7 end first done',
      '5.7 fire z e then',
      '11.7 enter z',
      '11.7 end then released',
      '14.3 leave z',
    ])
  })
  it('comes after what a queue then fires', () => {
    const made = show({
      cues: [cue('first', lasting(3)), cue('then')],
      zones: [
        zone('z', 2, 9, [
          rule('r', { at: 'enter' }, 'first', { busy: 'queue', per: 'run' }),
          rule('e', ends(), 'then'),
        ]),
      ],
      walks: [walk('w', point(0), point(20)), walk('v', point(-1), point(20))],
    })
    expect(lines(logFor(made, { walks: ['w', 'v'] }).events, 'fire', 'end').slice(0, 4)).toEqual([
      '1.7 fire z r first',
      '4.7 end first done',
      '4.7 v:fire z r first',
      '4.7 fire z e then',
    ])
  })
  it('of a kit’s rule is that of what its own zone’s rules play', () => {
    const made = show({
      cues: [cue('first', lasting(1)), cue('then')],
      kits: [{ id: 'k', name: 'K', rules: [rule('r', { at: 'enter' }, 'first'), rule('e', ends(), 'then')] }],
      zones: [zone('a', 2, 4, [], { kit: 'k' }), zone('b', 8, 10, [], { kit: 'k' })],
    })
    expect(lines(logFor(made).events, 'fire')).toEqual([
      '1.7 fire a a/r first',
      '2.7 fire a a/e then',
      '7.7 fire b b/r first',
      '8.7 fire b b/e then',
    ])
  })
})

describe('keys', () => {
  it('two things in one spot answer to two keys, and the log says which was pressed', () => {
    const made = show({
      cues: [cue('open'), cue('light')],
      zones: [zone('z', 2, 6, [rule('o', { at: 'use' }, 'open'), rule('l', { at: 'use', key: 'F' }, 'light')])],
      walks: [walk('w', point(0), point(3, { use: true, pause: 1 }), point(4, { use: true, key: 'F' }), point(5, { use: true, key: 'Space' }), point(9))], // prettier-ignore
    })
    expect(lines(logFor(made).events, 'press', 'fire')).toEqual([
      '3 press [o]',
      '3 fire z o open',
      '5 press F [l]',
      '5 fire z l light',
      '6 press Space []',
    ])
  })
})
