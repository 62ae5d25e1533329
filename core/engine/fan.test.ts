import { beforeAll, describe, expect, it } from 'vitest'
import { point, show, walk } from '../testing/small-show'
import { eventsOf, fan, run, walksOf, type Run } from '.'
import { prepare } from './run'

/** A ball-like box on a large floor; a clock flings it at 1 s. */
const made = (fling: object, more: any = {}) =>
  show({
    place: {
      floors: [
        {
          id: 'floor',
          name: 'Floor',
          y: 0,
          outline: [
            [-50, -50],
            [50, -50],
            [50, 50],
            [-50, 50],
          ],
        },
      ],
      props: [{ id: 'crate', name: 'Crate', kind: 'box', at: [0, 1, 5], size: [0.4, 0.4, 0.4], ...more.prop }],
      walls: more.walls ?? [],
    },
    sounds: [{ id: 'thud', name: 'Thud', asset: 'ab'.repeat(32), seconds: 1 }],
    pools: [{ id: 'thuds', name: 'Thuds', sounds: [{ sound: 'thud' }] }],
    cues: [
      {
        id: 'throw',
        name: 'Throw',
        steps: [{ id: 'f', kind: 'fling', prop: 'crate', speed: [6, 6], yaw: -90, pitch: 30, ...fling }],
      },
      { id: 'cue', name: 'Cue', steps: [] },
    ],
    zones: [
      {
        id: 'z',
        name: 'Z',
        shape: { kind: 'box', at: [2, 0, 5], size: [1, 4, 2] },
        rules: [{ id: 'r', on: { at: 'enter' }, who: { kinds: ['prop'] }, cue: 'cue' }],
      },
    ],
    rules: [{ id: 'c', on: { at: 'clock', seconds: 1 }, cue: 'throw' }],
    walks: [walk('w', point(0, { pause: 15 }))],
  })

const played = (document: ReturnType<typeof show>, seed = 1): Run => run(document, walksOf(document, ['w']), { seed })

const of = (result: Run, kind: string): any[] => eventsOf(result).filter((event) => event.kind === kind)

beforeAll(() => prepare(made({})))

describe('a fan of flights', () => {
  const wild = { speed: [4, 8] as [number, number], spread: 20 }
  it('has for each seed the flight that a run with that seed has', () => {
    const document = made(wild)
    const flights = fan(document, 'c', 'f', [1, 2, 3])
    for (const { seed, speed, positions } of flights) {
      const result = played(document, seed)
      expect(of(result, 'step').find((e) => e.of === 'fling').speed).toBe(speed)
      expect(positions).toEqual(result.flights[0].positions)
    }
    expect(new Set(flights.map((flight) => flight.speed)).size).toBe(3)
  })
  it('names a rule or a step that is not there', () => {
    expect(() => fan(made({}), 'nope', 'f', [1])).toThrow('The show has no rule "nope" that is on')
    expect(() => fan(made({}), 'c', 'g', [1])).toThrow('The cue "Throw" has no fling "g"')
  })
})
