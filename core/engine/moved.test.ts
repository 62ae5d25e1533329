import { describe, expect, it } from 'vitest'
import type { Wall } from '../show'
import { lines, logFor, point, show, walk } from '../testing/small-show'
import { BrokenRun, eventsOf, run } from '.'

/** A door with a zone of 2 × 2 m about it, which a clock moves at 0.5 s, long before somebody walks through. */
const afterMoving = (move: object, walks: object[], rule: object, freeze: object = {}, zone: object = {}) =>
  show({
    place: { props: [{ id: 'door', name: 'Door', kind: 'box', at: [0, 0, 0], size: [1, 2, 1] }] },
    cues: [
      { id: 'open', name: 'Open', steps: [{ id: 'o', kind: 'prop', prop: 'door', hold: 'keep', ...move }] },
      { id: 'hold', name: 'Hold', steps: [{ id: 'f', kind: 'freeze', locks: ['walk'], hold: 2, ...freeze }] },
    ],
    zones: [
      {
        id: 'z',
        name: 'Z',
        tiedTo: { prop: 'door' },
        shape: { kind: 'box', at: [0, 0, 0], size: [2, 2, 2] },
        rules: [{ id: 'r', cue: 'hold', onLeave: 'nothing', ...rule }],
        ...zone,
      },
    ],
    rules: [{ id: 'c', on: { at: 'clock', seconds: 0.5 }, cue: 'open' }],
    walks,
  })
const through = walk('w', point(-6), point(12))
const SLID = { slide: { by: [3.1, 0, 0.4] }, ramp: { seconds: 1 } }
const TURNED = { turn: { by: 33 }, ramp: { seconds: 1, ease: 'inout' } }

describe('a zone whose prop has moved before', () => {
  it.each([
    ['slid', SLID],
    ['turned', TURNED],
  ])('%s: who is frozen as they leave stays out, and as they enter stays in', (_, move) => {
    const leaving = lines(logFor(afterMoving(move, [through], { on: { at: 'leave' } })).events)
    const at = (kind: string) => Number(leaving.find((line) => line.includes(kind))!.split(' ')[0])
    expect(leaving.filter((line) => / (enter|leave) z/.test(line))).toHaveLength(2)
    expect(at('unlock') - at('leave')).toBeCloseTo(2, 6)
    const entering = lines(logFor(afterMoving(move, [through], { on: { at: 'enter' } })).events, 'enter', 'leave')
    expect(entering).toHaveLength(2)
  })
  it.each(['cylinder', 'sphere', 'prism'])('a %s too, with a rim, for each of several', (kind) => {
    const shape =
      kind === 'prism'
        ? { kind, y: 0, height: 2, outline: [[-1, -1], [1, -1.3], [1.2, 1], [-1, 1]] } // prettier-ignore
        : { kind, at: [0, 0, 0], radius: 1.3, ...(kind === 'cylinder' && { height: 2 }) }
    const two = [through, { ...walk('v', point(-7.3), point(12)), start: 1.7 }]
    for (const at of ['enter', 'leave']) {
      const made = afterMoving(SLID, two, { on: { at } }, {}, { shape, rim: 0.2 })
      expect(lines(logFor(made, { walks: ['w', 'v'] }).events, 'enter', 'leave')).toHaveLength(4)
    }
  })
  it('pausing at its edge is one presence, however the pieces meet there', () => {
    const stops = walk('w', point(-6), point(1.8, { pause: 3 }), point(12))
    const made = afterMoving({ slide: { by: [4, 0, 0] }, ramp: { seconds: 1 } }, [stops], { on: { at: 'enter' } })
    expect(lines(logFor(made).events, 'enter', 'leave')).toHaveLength(2)
  })
  it('half of a kept slide back takes half of the time', () => {
    const slide = (id: string, by: number) => ({
      id,
      name: id,
      steps: [{ id, kind: 'prop', prop: 'door', slide: { by: [by, 0, 0] }, ramp: { seconds: 2 }, hold: 'keep' }],
    })
    const made = show({
      place: { props: [{ id: 'door', name: 'Door', kind: 'box', at: [0, 0, 0], size: [1, 2, 1] }] },
      cues: [slide('open', 1), slide('shut', -1)],
      zones: [
        {
          id: 'z',
          name: 'Z',
          notices: 'feet',
          tiedTo: { prop: 'door' },
          shape: { kind: 'box', at: [1, 0, 0], size: [1, 2, 1] },
        },
      ],
      rules: [
        { id: 'a', on: { at: 'clock', seconds: 1 }, cue: 'open' },
        { id: 'b', on: { at: 'clock', seconds: 2 }, cue: 'shut' },
      ],
      walks: [walk('w', point(1.8, { pause: 9 }))],
    })
    // The zone's far side is at 1.5, comes to 1.8 after 0.6 s, and is back there 0.4 s after it turns round.
    expect(lines(logFor(made).events, 'enter', 'leave')).toEqual(['1.6 enter z', '2.4 leave z'])
  })
})

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

/** Somebody on the way to x = 8 who is put back to the start of it whenever they come to x = 4.7. */
const sentBack = (delay: number) =>
  show({
    place: { marks: [{ id: 'in', name: 'Way in', kind: 'standing', at: [0, 0, 0], yaw: -90 }] },
    cues: [{ id: 'c', name: 'Back', steps: [{ id: 'm', kind: 'move', mark: 'in', at: delay }] }],
    zones: [
      {
        id: 'z',
        name: 'Z',
        shape: { kind: 'box', at: [6, 0, 0], size: [2, 2, 2] },
        rules: [{ id: 'r', on: { at: 'enter' }, cue: 'c', onLeave: 'nothing' }],
      },
    ],
    walks: [{ ...walk('w', point(0), point(5.5, { pause: 60 })), name: 'To the boat' }],
  })

describe('a run that has no end', () => {
  it('is kept up to there, and says where the walk is sent back to', () => {
    const made = sentBack(0.5)
    try {
      run(made, made.walks, { seed: 1 })
      expect.unreachable('it has an end')
    } catch (error) {
      expect(error).toBeInstanceOf(BrokenRun)
      const { message, run: kept } = error as BrokenRun
      expect(message).toMatch(/more than 8 h.*"To the boat" keeps being sent back to "Way in"/)
      expect(kept!.length).toBeGreaterThan(8 * 3600 - 30)
      expect(eventsOf(kept!).filter(({ kind }) => kind === 'move').length).toBeGreaterThan(1000)
      expect(eventsOf(kept!).map(({ kind }) => kind)).not.toContain('walkEnd')
    }
    expect(run(made, made.walks, { seed: 1, length: 9 * 3600 }).length).toBe(9 * 3600)
  })
  it('names the cues of a loop without time', () => {
    const ring = show({
      cues: [{ id: 'c', name: 'Chime', steps: [{ id: 's', kind: 'signal', name: 'again' }] }],
      rules: [
        { id: 'a', on: { at: 'clock', seconds: 1 }, cue: 'c' },
        { id: 'b', on: { at: 'signal', name: 'again' }, cue: 'c', busy: 'overlap' },
      ],
    })
    expect(() => run(ring, ring.walks, { seed: 1 })).toThrow(
      'at 1.000 s: the signal "again" → "Chime" → the signal "again"',
    )
  })
})

/** Two who walk in line abreast. */
const pair = [walk('w', point(0), point(20)), { ...walk('v', point(0), point(20)), start: 0.5 }]

describe('who walks with others', () => {
  it('a walk that ends lets the run end when the other has been held for a minute', () => {
    const freeze = (seconds: number) => ({
      cues: [{ id: 'c', name: 'C', steps: [{ id: 'f', kind: 'freeze', locks: ['walk'], hold: 'keep' }] }],
      zones: [
        {
          id: 'z',
          name: 'Z',
          shape: { kind: 'box', at: [3, 0, 0], size: [2, 2, 2] },
          rules: [{ id: 'r', on: { at: 'enter' }, cue: 'c', limit: { times: 1 }, per: 'run' }],
        },
      ],
      walks: [pair[0], { ...walk('v', point(0, { pause: seconds }), point(-1)), name: 'v' }],
    })
    const ends = (seconds: number) => lines(logFor(show(freeze(seconds)), { walks: ['w', 'v'] }).events, 'walkEnd')
    expect(ends(20)).toEqual(['21 v:walkEnd', '61.7 walkEnd locked'])
    expect(ends(75)).toEqual(['76 v:walkEnd', '76 walkEnd locked'])
  })
  it('a move of several puts all of them there, then all leave, then all enter', () => {
    const made = show({
      place: { marks: [{ id: 'far', name: 'Far', kind: 'standing', at: [40, 0, 0] }] },
      cues: [
        { id: 'c', name: 'C', for: 'everyone', steps: [{ id: 'm', kind: 'move', mark: 'far', quiet: false }] },
        { id: 'd', name: 'D', steps: [] },
      ],
      zones: [
        { id: 'z', name: 'Z', shape: { kind: 'box', at: [3, 0, 0], size: [6, 2, 2] } },
        {
          id: 'far',
          name: 'Far',
          shape: { kind: 'box', at: [40, 0, 0], size: [2, 2, 2] },
          rules: [{ id: 'in', on: { at: 'enter' }, cue: 'd', per: 'run', limit: { times: 1 } }],
        },
      ],
      rules: [{ id: 'r', on: { at: 'clock', seconds: 2 }, cue: 'c' }],
      walks: pair,
    })
    const events = lines(
      logFor(made, { walks: ['w', 'v'], length: 2 }).events,
      'move',
      'leave',
      'enter',
      'fire',
      'held',
    )
    expect(events.slice(-8)).toEqual([
      '2 move',
      '2 v:move',
      '2 leave z',
      '2 v:leave z',
      '2 enter far',
      '2 v:enter far',
      '2 fire far in d',
      '2 v:held far in limit',
    ])
  })
  it('frozen where a move has put them at a zone’s edge, they stay in until they go on', () => {
    const made = show({
      place: { marks: [{ id: 'rim', name: 'Rim', kind: 'standing', at: [10.25, 0, 0], yaw: 0 }] },
      cues: [
        {
          id: 'c',
          name: 'C',
          steps: [
            { id: 'f', kind: 'freeze', locks: ['walk'], hold: 3 },
            { id: 'm', kind: 'move', mark: 'rim', at: 1, quiet: false },
          ],
        },
      ],
      zones: [{ id: 'z', name: 'Z', shape: { kind: 'box', at: [9, 0, 0], size: [2, 2, 2] } }],
      rules: [{ id: 'r', on: { at: 'clock', seconds: 2 }, cue: 'c' }],
      walks: [{ ...walk('w', point(0), point(20)), body: { kind: 'player', radius: 0.25 } }],
    })
    expect(lines(logFor(made).events, 'enter', 'leave')).toEqual(['3 enter z', '5 leave z'])
  })
  it('after a move the look of the point reached last holds again', () => {
    const made = show({
      place: {
        marks: [
          { id: 'there', name: 'There', kind: 'standing', at: [10, 0, 0], yaw: 180 },
          { id: 'star', name: 'Star', kind: 'standing', at: [12, 0, -5] },
        ],
      },
      cues: [
        { id: 'go', name: 'Go', steps: [{ id: 'm', kind: 'move', mark: 'there' }] },
        { id: 'c', name: 'C', steps: [] },
      ],
      zones: [
        {
          id: 'z',
          name: 'Z',
          shape: { kind: 'box', at: [14, 0, 0], size: [10, 2, 2] },
          rules: [{ id: 'see', on: { at: 'look', target: { mark: 'star' }, within: 45 }, cue: 'c' }],
        },
      ],
      rules: [{ id: 'r', on: { at: 'clock', seconds: 2 }, cue: 'go' }],
      walks: [walk('w', point(-10, { look: { yaw: 0 } }), point(20))],
    })
    expect(lines(logFor(made).events, 'fire').at(-1)).toBe('2 fire z see c')
  })
})

describe('what lasts and ends', () => {
  const later = { id: 'b', kind: 'light', light: 'l', on: false, at: 4 }
  const withLight = (steps: object[], more: object = {}) =>
    show({
      place: { lights: [{ id: 'l', name: 'L', kind: 'point', at: [0, 2, 0], candela: 10 }] },
      cues: [{ id: 'cue', name: 'Cue', steps }],
      zones: [
        {
          id: 'z',
          name: 'Z',
          shape: { kind: 'box', at: [3, 0, 0], size: [2, 2, 2] },
          rules: [{ id: 'r', on: { at: 'enter' }, cue: 'cue', ...more }],
        },
      ],
      walks: [walk('w', point(0), point(20))],
    })
  it('a step of the cue’s length that begins after the release says done', () => {
    const log = logFor(withLight([{ id: 'a', kind: 'light', light: 'l', on: true, hold: 'release' }, later]))
    expect(lines(log.events, 'end')).toEqual(['5.7 end cue done'])
  })
  it('a burst lasts its longer life, and its count is a whole number, each as likely', () => {
    const burst = { id: 's', kind: 'burst', where: { at: 'zone' }, count: [2, 4], life: [1, 2.5] }
    const made = withLight([burst])
    const counts = Array.from({ length: 300 }, (_, seed) => logFor(made, { seed }).events).map((events) => {
      expect(lines(events, 'end')).toEqual(['4.2 end cue done'])
      return (events.find(({ kind }) => kind === 'step') as { count: number }).count
    })
    for (const count of [2, 3, 4]) {
      const met = counts.filter((each) => each === count).length
      expect(met).toBeGreaterThan(75)
      expect(met).toBeLessThan(125)
    }
  })
})
