import { describe, expect, it } from 'vitest'
import { point, show, walk } from '../testing/small-show'
import { ANYBODY, vary } from '.'

const made = show({
  place: {
    floors: [
      {
        id: 'f',
        name: 'F',
        y: 0,
        outline: [
          [-1, -0.2],
          [21, -0.2],
          [21, 0.2],
          [-1, 0.2],
        ],
      },
    ],
  },
  walks: [walk('w', point(0, { pause: 2 }), point(8), point(20))],
})

describe('varied walkers', () => {
  const walkers = Array.from({ length: 300 }, (_, seed) => vary(made, made.walks[0], ANYBODY, seed))
  it('keep to what is said of them', () => {
    for (const { start, points } of walkers) {
      expect(start).toBeGreaterThanOrEqual(0)
      expect(start).toBeLessThanOrEqual(3)
      for (const { pace, at } of points) {
        expect(pace).toBeGreaterThanOrEqual(ANYBODY.pace[0])
        expect(pace).toBeLessThanOrEqual(ANYBODY.pace[1])
        expect(Math.abs(at[2])).toBeLessThanOrEqual(0.2)
      }
      expect(points[0].pause).toBeGreaterThanOrEqual(1)
      expect(points[0].pause).toBeLessThanOrEqual(4)
    }
  })
  it('one in five turns back', () => {
    const share = walkers.filter(({ points }) => points.length > 3).length / walkers.length
    expect(share).toBeGreaterThan(0.13)
    expect(share).toBeLessThan(0.27)
  })
  it('the same seed gives the same walker', () =>
    expect(vary(made, made.walks[0], ANYBODY, 7)).toEqual(vary(made, made.walks[0], ANYBODY, 7)))
})
