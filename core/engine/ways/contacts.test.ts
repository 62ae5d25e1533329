import { describe, expect, it } from 'vitest'
import { lines, logFor, point, show, walk } from '../../testing/small-show'

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
