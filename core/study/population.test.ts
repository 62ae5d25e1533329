import { describe, expect, it } from 'vitest'
import { eventsOf } from '../engine'
import { completePopulation, type Population, type Show, type Walk } from '../show'
import { oneRule, point, show as small, walk } from '../testing/small-show'
import { observe, outcomeOf, runOfWalker, vary, type Evidence } from '.'

const people = (like: Partial<Population>): Population => completePopulation({ id: 'they', name: 'They', ...like })
const many = (show: Show, like: Partial<Population>, count = 200): Walk[] =>
  Array.from({ length: count }, (_, seed) => vary(show, show.walks[0], people(like), seed))

/** Two rooms with a wall at x = 5 between, whose doorway is a metre wide; behind it a crate beside the way. */
const ROOMS = small({
  place: {
    floors: [{ id: 'f', name: 'F', y: 0, outline: [[-1, -4], [11, -4], [11, 4], [-1, 4]] }], // prettier-ignore
    walls: [{ id: 'w', from: [5, -4], to: [5, 4], openings: [{ id: 'door', at: 3.5, width: 1 }] }], // prettier-ignore
    props: [{ id: 'crate', name: 'Crate', kind: 'box', at: [8, 0, 1], size: [1, 1, 1], solid: true }],
  },
  walks: [walk('w', point(0), point(4, { use: true }), point(10))],
})
/** Where along Z they go through the wall. */
const through = ({ points }: Walk): number[] =>
  points.slice(1).flatMap(({ at: [x, , z] }, i) => {
    const [x0, , z0] = points[i].at
    return x0 < 5 !== x < 5 ? [z0 + ((z - z0) * (5 - x0)) / (x - x0)] : []
  })

describe('who sets out', () => {
  it('goes through doorways and about what stands there, however far aside', () => {
    const walkers = many(ROOMS, { aside: 3, turnsBack: 0 })
    for (const each of walkers) for (const z of through(each)) expect(Math.abs(z)).toBeLessThanOrEqual(0.5)
    // At the crate's front side, x = 7.5, nobody is in it.
    for (const { points } of walkers) {
      const [a, b] = points.slice(-2)
      const z = a.at[2] + ((b.at[2] - a.at[2]) * (7.5 - a.at[0])) / (b.at[0] - a.at[0])
      expect(z > 0.5 && z < 1.5).toBe(false)
    }
    expect(walkers.some(({ points }) => Math.abs(points[0].at[2]) > 2)).toBe(true)
  })

  it('dithers at a doorway, presses and looks about as often as is said', () => {
    const dithers = many(ROOMS, { dithers: 0.5, turnsBack: 0 })
    const share = dithers.filter((each) => through(each).length >= 3).length / dithers.length
    expect(share).toBeGreaterThan(0.4)
    expect(share).toBeLessThan(0.6)
    for (const each of dithers) expect(through(each).length % 2).toBe(1)
    const uses = (walkers: Walk[]) => walkers.filter(({ points }) => points.some(({ use }) => use)).length
    expect([uses(many(ROOMS, { presses: 0 })), uses(many(ROOMS, { presses: 1, turnsBack: 0 }))]).toEqual([0, 200])
    for (const { points } of many(ROOMS, { looks: 1, turnsBack: 0 }))
      expect(points.map(({ look }) => look)).toEqual(points.map(() => ({ yaw: expect.any(Number) as number })))
  })

  it('goes one of its walks each, or all at once, or those that are followed', () => {
    const walks = [walk('a', point(0), point(1)), walk('b', point(0), point(2)), walk('c', point(0))]
    const gone = (like: object, walker: number) => {
      const show = small({ walks, populations: [{ id: 'they', name: 'They', ...like }] })
      return runOfWalker(show, { walks: ['c'], population: 'they' }, walker).walks
    }
    expect([1, 2, 3].map((walker) => gone({ walks: ['a', 'b'] }, walker))).toEqual([['a'], ['b'], ['a']])
    expect(gone({ walks: ['a', 'b'], together: true }, 2)).toEqual(['a', 'b'])
    expect(gone({}, 2)).toEqual(['c'])
  })

  it('can go just as was walked', () => {
    const exact = { pace: [1, 1], pauses: [1, 1], start: [0, 0], aside: 0, turnsBack: 0 }
    const walks = [{ ...walk('t', point(0, { pause: 2 }), point(9)), went: true }]
    const show = oneRule({}, [], { show: { walks, populations: [{ id: 'players', name: 'Players', ...exact }] } })
    const fires = eventsOf(runOfWalker(show, { walks: ['t'], population: 'players' }, 5)).filter(({ kind }) => kind === 'fire') // prettier-ignore
    expect(fires[0].t).toBeCloseTo(2 + 1.7)
  })

  it('is the same behind a dial and in a study', () => {
    const walks = [walk('w', point(0), point(20))]
    const show = oneRule({}, [], { show: { walks, populations: [{ id: 'slow', name: 'Slow', pace: [0.2, 0.3] }] } })
    const setOut = { walks: ['w'], population: 'slow' }
    const evidence: Evidence = new Map()
    observe(show, setOut, 3, evidence)
    const [first] = outcomeOf(show, setOut, 3).first
    expect([...evidence.values()].flat().map(({ t }) => t)).toEqual([first])
    expect(first).toBeGreaterThan(outcomeOf(show, { walks: ['w'] }, 3).first[0] * 2)
  })
})
