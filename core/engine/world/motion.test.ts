import { describe, expect, it } from 'vitest'
import { yawOf } from '../../space'
import { across, lines, logFor, oneRule, point, show, SOUND, walk } from '../../testing/small-show'
import { made, place } from '../../testing/door-show'
import { channelAt, run, walksOf } from '..'

function door(
  steps: object[],
  field: 'shown' | 'colour' | 'slide' | 'turn',
  times: number[],
  rule: object = {},
): unknown[] {
  const document = made(steps, rule)
  const result = run(document, walksOf(document, ['w']), { seed: 1 })
  const round = (value: unknown): unknown =>
    Array.isArray(value) ? value.map(round) : typeof value === 'number' ? Math.round(value * 1e6) / 1e6 : value
  return times.map((t) => round(channelAt(document, result, 'prop:door', t, 0)[field]))
}

describe('prop', () => {
  const turn = { id: 'p', kind: 'prop', prop: 'door', turn: { by: 90 }, ramp: { seconds: 4 }, hold: 'release' }
  it('turns at the pace of its whole way, and back from where it is in proportionally less time', () => {
    // After 2.6 s of 4 s it has come 58.5°; the way back takes 2.6 s too.
    expect(door([turn], 'turn', [1.7, 2.7, 4.3, 5.6, 6.9, 9])).toEqual([0, 22.5, 58.5, 29.25, 0, 0])
  })
  it('goes back by its release, which is meant for the whole way as well', () =>
    expect(door([{ ...turn, release: { seconds: 2 } }], 'turn', [4.3, 4.95, 5.6])).toEqual([58.5, 29.25, 0]))
  it('slides by, shows and paints; colours and places go together', () => {
    const step = { ...turn, turn: undefined, slide: { by: [0, 2, 0] }, colour: '#000000', shown: false }
    expect(door([step], 'slide', [1.7, 3.7, 6.9])).toEqual([
      [0, 0, 0],
      [0, 1, 0],
      [0, 0, 0],
    ])
    expect(door([step], 'shown', [1.6, 1.7, 4.2, 4.4])).toEqual([true, false, false, true])
    expect(door([step], 'colour', [1.6, 3.7])).toEqual(['#ffffff', '#bcbcbc'])
  })
  it('for good adds up, has no length, and ends its playing at once', () => {
    const step = { ...turn, slide: { by: [1, 0, 0] }, turn: undefined, ramp: { seconds: 1 }, hold: 'keep' }
    const again = { ...step, id: 'q', at: 3 }
    expect(door([step, again], 'slide', [2.2, 2.7, 5.2, 9], { onLeave: 'nothing' })).toEqual([
      [0.5, 0, 0],
      [1, 0, 0],
      [1.5, 0, 0],
      [2, 0, 0],
    ])
    expect(lines(logFor(made([step])).events, 'step', 'stepEnd', 'end')).toEqual(['1.7 step p', '1.7 end cue done'])
  })
})

describe('a prop that has been moved', () => {
  const moved = { id: 'p', kind: 'prop', prop: 'door', slide: { by: [-3, 0, 1] }, hold: 'keep' }
  it('sounds from where it is now', () => {
    const sound = { id: 's', kind: 'sound', sound: 'thud', where: { at: 'prop', prop: 'door' }, at: 1 }
    const document = oneRule({}, [moved, sound], { show: { place, sounds: [SOUND] } })
    expect(logFor(document).events.find((e) => e.kind === 'sound')).toMatchObject({ place: [5, 1, 6] })
  })
  it('is faced where it is now', () => {
    const presses = (first: object[]) => {
      const press = { id: 'r', on: { at: 'use', facing: { prop: 'door', within: 20 } }, cue: 'cue' }
      const looker = walk('w', point(3, { pause: 8, use: true, useAfter: 6, look: { yaw: yawOf(2, 6) } }))
      const document = show({
        place,
        cues: [
          { id: 'cue', name: 'Cue', steps: [] },
          { id: 'first', name: 'First', steps: first },
        ],
        zones: [{ id: 'z', name: 'Z', ...across(2, 4), rules: [press] }],
        rules: [{ id: 'c', on: { at: 'clock', seconds: 1 }, cue: 'first' }],
        walks: [looker],
      })
      return lines(logFor(document).events, 'press')
    }
    expect(presses([])).toEqual(['6 press []'])
    expect(presses([moved])).toEqual(['6 press [r]'])
  })
})
