import { describe, expect, it } from 'vitest'
import { across, lines, logFor, point, show, walk } from '../../testing/small-show'
import { luxOnPlayer } from '../../light'
import { run, walksOf, channelAt, facingAt, eventsOf } from '..'

const jar = { id: 'jar', name: 'Jar', kind: 'box', at: [10, 0, 0], size: [0.4, 0.4, 0.4] }
const take = (hold: number | string = 3, more: object = {}) => ({ id: 't', kind: 'prop', prop: 'jar', carried: true, hold, ...more }) // prettier-ignore
const rule = (id: string, on: object, cue: string, more: object = {}) => ({ id, on, cue, ...more })
/** The thing is taken at 1.7 s, for three seconds if nothing else is said. */
const made = (steps: object[], more: any = {}) =>
  show({
    place: { props: [jar], ...more.place },
    sounds: [{ id: 'thud', name: 'Thud', asset: 'ab'.repeat(32), seconds: 2 }],
    cues: [{ id: 'take', name: 'Take', steps }, { id: 'other', name: 'Other', steps: [] }],
    zones: [
      { id: 'z', name: 'z', ...across(2, 4), rules: [rule('r', { at: 'enter' }, 'take', { onLeave: 'nothing', ...more.rule })] },
      ...(more.zones ?? []),
    ],
    ...(more.walks && { walks: more.walks }),
  }) // prettier-ignore
const byIn = (steps: object[], times: number[], more: object = {}) => {
  const show = made(steps, more)
  const result = run(show, walksOf(show, ['w']), { seed: 1 })
  return times.map((t) => channelAt(show, result, 'prop:jar', t, 0).carried)
}

describe('a thing taken along', () => {
  it('is with the player of whom the playing is, for as long as the step says', () => {
    expect(byIn([take()], [1, 1.8, 4.6, 4.8])).toEqual([null, 'w', 'w', null])
    expect(byIn([take('keep')], [1.8, 15])).toEqual(['w', 'w'])
  })
  it('is with nobody where nobody set it off, or a creature', () => {
    const creature = { walks: [{ ...walk('w', point(0), point(20)), body: { kind: 'creature' } }], rule: { who: { kinds: ['creature'] } } } // prettier-ignore
    const show = made([take()], creature)
    const result = run(show, walksOf(show, ['w']), { seed: 1 })
    expect(channelAt(show, result, 'prop:jar', 2, 0).carried).toBe(null)
    expect(lines(eventsOf(result), 'step', 'stepEnd')).toEqual(['1.7 step t', '4.7 stepEnd t'])
  })
  it('a zone tied to it notices nobody meanwhile, but hears signals; no switch of it is logged', () => {
    const tied = {
      id: 'tied',
      name: 'tied',
      shape: { kind: 'box', at: [0, 0, 0], size: [20, 2, 4] },
      tiedTo: { prop: 'jar' },
      rules: [rule('in', { at: 'enter' }, 'other'), rule('out', { at: 'leave' }, 'other'), rule('s', { at: 'signal', name: 'now' }, 'other')],
    } // prettier-ignore
    const steps = [take(), { id: 'n', kind: 'signal', name: 'now', at: 1 }]
    expect(lines(logFor(made(steps, { zones: [tied] })).events, 'enter', 'leave', 'fire', 'zone')).toEqual([
      '0 enter tied',
      '0 fire tied in other',
      '1.7 enter z',
      '1.7 fire z r take',
      '1.7 leave tied',
      '1.7 fire tied out other',
      '2.7 fire tied s other',
      '4.3 leave z',
      '4.7 enter tied',
      '4.7 fire tied in other',
    ])
  })
  it('is found by no look and no facing; who looks at it faces ahead', () => {
    const hall = {
      id: 'hall',
      name: 'hall',
      ...across(0, 30),
      rules: [rule('l', { at: 'look', target: { prop: 'jar' }, within: 20 }, 'other'), rule('u', { at: 'use', facing: { prop: 'jar', within: 20 } }, 'other')],
    } // prettier-ignore
    const walks = [walk('w', point(0), point(3, { use: true }), point(6, { use: true }), point(9))]
    const show = made([take()], { zones: [hall], walks })
    expect(lines(logFor(show).events, 'fire', 'press')).toEqual([
      '0 fire hall l other',
      '1.7 fire z r take',
      '3 press []',
      '4.7 fire hall l other',
      '6 press [u]',
      '6 fire hall u other',
    ])
    const looking = made([take()], { walks: [walk('w', point(0, { look: { prop: 'jar' } }), { at: [0, 0, 8], pace: 1 })], zones: [], rule: {} }) // prettier-ignore
    const result = run(looking, walksOf(looking, ['w']), { seed: 1, length: 3 })
    expect(Math.round(facingAt(looking, result, 0, 1))).toBe(-84)
    const taken = made([take(9)], { walks: [walk('w', point(2, { look: { prop: 'jar' } }), { at: [2, 0, 8], pace: 1 })] }) // prettier-ignore
    const after = run(taken, walksOf(taken, ['w']), { seed: 1, length: 3 })
    expect(Math.round(Math.abs(facingAt(taken, after, 0, 1)))).toBe(180)
  })
  it('sounds at the player’s eyes, and its lamp goes with them', () => {
    const steps = [take(), { id: 's', kind: 'sound', sound: 'thud', where: { at: 'prop', prop: 'jar' }, at: 1 }]
    const lights = [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 0.2, 0], candela: 100, reach: 4, tiedTo: { prop: 'jar' } }] // prettier-ignore
    const show = made(steps, { place: { lights } })
    const result = run(show, walksOf(show, ['w']), { seed: 1 })
    expect(eventsOf(result).find(({ kind }) => kind === 'sound')).toMatchObject({ t: 2.7, place: [2.7, 1.65, 0] })
    expect(luxOnPlayer(show, result, 0, 1.5)).toBeLessThan(2)
    expect(luxOnPlayer(show, result, 0, 2)).toBeGreaterThan(100)
  })
  it('thrown, it is in the hand no more, and flies from where it is otherwise', async () => {
    const { prepare } = await import('..')
    const steps = [take('keep'), { id: 'f', kind: 'fling', prop: 'jar', speed: [2, 2], yaw: 0, pitch: 20, at: 1 }]
    const show = made(steps)
    await prepare(show)
    const result = run(show, walksOf(show, ['w']), { seed: 1 })
    expect([2, 2.8].map((t) => channelAt(show, result, 'prop:jar', t, 0).carried)).toEqual(['w', null])
    expect(result.flights[0].positions[0].map((v) => Math.round(v))).toEqual([10, 0, 0])
  })
  it('its end stands on the agenda before what its crossings put there', () => {
    const tied = {
      id: 'tied',
      name: 'tied',
      shape: { kind: 'box', at: [0, 0, 0], size: [20, 2, 4] },
      tiedTo: { prop: 'jar' },
      rules: [rule('out', { at: 'leave' }, 'other', { delay: 3 })],
    }
    const log = lines(logFor(made([take()], { zones: [tied] })).events, 'stepEnd', 'start')
    expect(log).toEqual(['1.7 start take', '4.7 stepEnd t', '4.7 start other'])
  })
})

describe('another surface', () => {
  it('is there at once, whatever the ramp, and gone at the end', () => {
    const steps = [{ id: 't', kind: 'prop', prop: 'jar', surface: 'metal', ramp: { seconds: 2 }, hold: 2 }]
    const show = made(steps, { place: { props: [{ ...jar, surface: 'boards' }] } })
    const result = run(show, walksOf(show, ['w']), { seed: 1 })
    expect([1, 1.8, 3.6, 3.8].map((t) => channelAt(show, result, 'prop:jar', t, 0).surface)).toEqual(['boards', 'metal', 'metal', 'boards']) // prettier-ignore
  })
})
