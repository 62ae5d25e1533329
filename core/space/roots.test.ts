import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { product, roots, sum } from '.'

const at = (...zeros: number[]) => zeros.reduce<number[]>((p, z) => product(p, [-z, 1]), [1])
const valueAt = (p: readonly number[], t: number) => p.reduce((sum, c, i) => sum + c * t ** i, 0)
const polynomial = fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 1, maxLength: 5 })

describe('roots', () => {
  it('finds every change of sign of a polynomial', () => {
    for (const zeros of [[2], [1, 3], [0.5, 2, 7], [1, 2, 3, 9]]) {
      const found = roots(at(...zeros), 0, 10)
      expect(found).toHaveLength(zeros.length)
      found.forEach((root, i) => expect(root).toBeCloseTo(zeros[i], 9))
    }
    expect(roots(at(20), 0, 10)).toEqual([])
    expect(roots([1, 0, 1], -10, 10)).toEqual([])
  })
  it('finds those of a line at the very ends of what is asked, and none beyond', () => {
    expect(roots([-2, 1], 2, 5)).toEqual([2])
    expect(roots([-5, 1], 2, 5)).toEqual([5])
    expect(roots([-1.9, 1], 2, 5)).toEqual([])
    expect(roots([-5.1, 1], 2, 5)).toEqual([])
    expect(roots([6, -2], 0, 5)).toEqual([3])
  })
  it('has none of what never changes, whatever noughts follow', () => {
    expect(roots([3], 0, 5)).toEqual([])
    expect(roots([0, 0, 0], 0, 5)).toEqual([])
    expect(roots([-4, 2, 0, 0], 0, 5)).toEqual([2])
  })
  it('tells each change of sign of any polynomial, and nothing else', () => {
    fc.assert(
      fc.property(polynomial, (p) => {
        const found = roots(p, -3, 3)
        const cuts = [-3, ...found, 3]
        for (let i = 1; i < cuts.length; i++) {
          const signs = new Set<number>()
          for (let k = 1; k < 20; k++) {
            const t = cuts[i - 1] + ((cuts[i] - cuts[i - 1]) * k) / 20
            if (cuts[i] - cuts[i - 1] > 1e-6 && Math.abs(valueAt(p, t)) > 1e-6) signs.add(Math.sign(valueAt(p, t)))
          }
          expect(signs.size).toBeLessThanOrEqual(1)
        }
      }),
      { numRuns: 500 },
    )
  })
})

describe('sums and products of polynomials', () => {
  it('have the values that the sums and products of theirs are', () => {
    fc.assert(
      fc.property(
        polynomial,
        polynomial,
        fc.integer({ min: -3, max: 3 }),
        fc.integer({ min: -4, max: 4 }),
        (a, b, factor, t) => {
          expect(valueAt(product(a, b), t)).toBeCloseTo(valueAt(a, t) * valueAt(b, t), 6)
          expect(valueAt(sum(a, b, factor), t)).toBeCloseTo(valueAt(a, t) + factor * valueAt(b, t), 6)
          expect(sum(a, b)).toHaveLength(Math.max(a.length, b.length))
        },
      ),
    )
  })
})
