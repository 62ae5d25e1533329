import { describe, expect, it } from 'vitest'
import type { Wall } from '../../show'
import { lines, logFor, point, show, walk } from '../../testing/small-show'

/** Somebody stands at the origin and faces north; a lamp stands far to the east and slides in front of them from 5 s on. */
const lookers = (ramp: object, points: object[], rule: object = {}) =>
  show({
    place: { props: [{ id: 'lamp', name: 'Lamp', kind: 'box', at: [20, 0, -10], size: [1, 2, 1] }] },
    cues: [
      {
        id: 'roll',
        name: 'Roll',
        steps: [{ id: 's', kind: 'prop', prop: 'lamp', slide: { by: [-20, 0, 0] }, ramp, hold: 'keep' }],
      },
      { id: 'seen', name: 'Seen', steps: [] },
    ],
    zones: [
      {
        id: 'z',
        name: 'Z',
        shape: { kind: 'box', at: [0, 0, 0], size: [4, 2, 4] },
        rules: [
          { id: 'see', on: { at: 'look', target: { prop: 'lamp' }, within: 45 }, cue: 'seen', ...rule },
          { id: 'key', on: { at: 'use', facing: { prop: 'lamp', within: 1 } }, cue: 'seen' },
        ],
      },
    ],
    rules: [{ id: 'go', on: { at: 'clock', seconds: 5 }, cue: 'roll' }],
    walks: [walk('w', ...points)],
  })

const fires = (made: ReturnType<typeof show>) => lines(logFor(made).events, 'fire').filter((line) => / z /.test(line))

describe('looking at a prop that moves', () => {
  const north = [{ at: [0, 0, 0], pause: 20, look: { yaw: 0 } }]
  it('is seen when it comes within the angle', () => {
    // At 45° when it is 10 m to the east: half way.
    expect(fires(lookers({ seconds: 4 }, north))).toEqual(['7 fire z see seen'])
  })
  it('also when it eases', () => {
    // 2u − u² = 1/2, u = 1 − √½
    const at = 5 + 4 * (1 - Math.SQRT1_2)
    expect(fires(lookers({ seconds: 4, ease: 'out' }, north))).toEqual([
      `${Math.round(at * 1e6) / 1e6} fire z see seen`,
    ])
  })
  it('from somebody who walks towards it', () => {
    // Going north at 1 m/s for 1.5 s in the zone; never within 45° of 20 m to the east.
    const walks = [
      { at: [0, 0, 0], pause: 5 },
      { at: [0, 0, -1.5], pause: 20, look: { yaw: 0 } },
    ]
    // Later, 8.5 m to the north of it, it is at 45° when it is 8.5 m to the east: 11.5 of 20 m.
    expect(fires(lookers({ seconds: 4 }, walks))).toEqual(['7.3 fire z see seen'])
  })
  it('who looks at it turns with it, and a press faces it', () => {
    const at = [{ at: [0, 0, 0], pause: 20, use: true, useAfter: 7.3, look: { prop: 'lamp' } }]
    expect(fires(lookers({ seconds: 4 }, at))).toEqual(['0 fire z see seen', '7.3 fire z key seen'])
  })
  it('behind a wall it is not seen, until it comes to the gap', () => {
    const made = lookers({ seconds: 4 }, north)
    const wall = {
      id: 'w',
      from: [2.5, -5],
      to: [30, -5],
      y: 0,
      height: 3,
      thickness: 0.2,
      openings: [],
    } satisfies Wall
    const walls = [wall]
    // The wall's end at 2.5 m hides all that is more than 5 m to the east.
    expect(fires({ ...made, place: { ...made.place, walls } })).toEqual(['8 fire z see seen'])
  })
  it('standing on what one looks at is no look, and one faces ahead', () => {
    const on = [{ at: [0, 0, 0], pause: 1, look: { prop: 'lamp' }, use: true, useAfter: 0.5 }, point(1)]
    const made = lookers({ seconds: 4 }, on)
    const props = [{ ...made.place.props[0], at: [0, 0, 0] as [number, number, number] }]
    expect(fires({ ...made, place: { ...made.place, props }, rules: [] })[0]).not.toMatch(/^0(\.5)? fire/)
  })
})
