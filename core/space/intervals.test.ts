import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { both, union, type Intervals } from '.'

const has = (spans: Intervals, t: number) => spans.some((_, i) => i % 2 === 0 && t >= spans[i] && t <= spans[i + 1])
/** Spans in order and apart, with ends that are whole numbers. */
const spans = fc
  .uniqueArray(fc.integer({ min: 0, max: 40 }), { maxLength: 8 })
  .map((ends) => ends.sort((a, b) => a - b).slice(0, ends.length - (ends.length % 2)))

describe('spans of time', () => {
  it('have in common what lies in both, also a single time', () => {
    expect(both([0, 4, 6, 9], [4, 7])).toEqual([4, 4, 6, 7])
    expect(both([0, 1], [2, 3])).toEqual([])
    expect(both([], [0, 9])).toEqual([])
    fc.assert(
      fc.property(spans, spans, (a, b) => {
        const common = both(a, b)
        expect(common).toEqual([...common].sort((x, y) => x - y))
        for (let t = -1; t <= 41; t += 0.5) expect(has(common, t)).toBe(has(a, t) && has(b, t))
      }),
    )
  })
  it('become one where they are nearer than a gap', () => {
    expect(union([[5, 6], [0, 2], [2.5, 3]], 0.5)).toEqual([0, 3, 5, 6]) // prettier-ignore
    expect(union([[0, 9], [1, 2]], 0)).toEqual([0, 9]) // prettier-ignore
    expect(union([], 1)).toEqual([])
  })
})
