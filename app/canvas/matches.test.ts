import { describe, expect, it } from 'vitest'
import type { Lane } from '~~/core/score'
import type { Layout } from './axes'
import { countOf, MATCH, matchesOf } from './matches'

const layout = (from: number, to: number): Layout => ({
  width: 1000,
  height: 400,
  from,
  to,
  ruler: 56,
  lane: 24,
  scroll: 0,
  curves: 300,
})
const lane = {
  fired: [10, 10.5, 60].map((t) => ({ t })),
  held: [11, 30].map((t) => ({ t, gate: 'cooldown' })),
} as unknown as Lane
const spans = (near: Layout) => matchesOf(near, lane).map((match) => [match.from, match.to, countOf(match)])

describe('marks of a lane', () => {
  it('that would lie on each other are gathered with their count, and stand apart nearer by', () => {
    expect(spans(layout(0, 300))).toEqual([[10, 11, 3], [30, 30, 1], [60, 60, 1]]) // prettier-ignore
    expect(spans(layout(9, 12))).toEqual([10, 10.5, 11, 30, 60].map((t) => [t, t, 1]))
  })
  it('are all there at every width, none nearer to the next than a match is wide', () => {
    for (const to of [20, 90, 400, 3000]) {
      const matches = matchesOf(layout(0, to), lane)
      expect(matches.reduce((sum, match) => sum + countOf(match), 0)).toBe(5)
      matches.forEach(({ x }, i) => i > 0 && expect(x - matches[i - 1]!.x).toBeGreaterThanOrEqual(MATCH))
    }
  })
})
