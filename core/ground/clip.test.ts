import { describe, expect, it } from 'vitest'
import type { Spot } from '../show'
import { areaOf, common, grown, isInRegion, piecesOf, unionOf, without, ARC_ERROR } from './clip'

const square = (x: number, z: number, size: number): Spot[] => [
  [x, z],
  [x + size, z],
  [x + size, z + size],
  [x, z + size],
]
const one = unionOf([square(0, 0, 4)])

describe('regions of the plan', () => {
  it('count what overlaps once, whichever way round it is given', () => {
    expect(areaOf(unionOf([square(0, 0, 4), square(2, 0, 4).reverse()]))).toBeCloseTo(24)
  })
  it('have holes where something was taken out', () => {
    const ring = without(one, unionOf([square(1, 1, 2)]))
    expect(areaOf(ring)).toBeCloseTo(12)
    expect([isInRegion(ring, 2, 2), isInRegion(ring, 0.5, 0.5)]).toEqual([false, true])
    expect(piecesOf(ring)).toHaveLength(1)
    expect(piecesOf(ring)[0]).toHaveLength(2)
  })
  it('fall into pieces, an island in a hole being one of its own', () => {
    const ring = without(one, unionOf([square(1, 1, 2)]))
    const island = unionOf([...ring, square(1.5, 1.5, 1)])
    expect(areaOf(common(one, island))).toBeCloseTo(areaOf(island))
    const two = unionOf([square(0, 0, 1), square(5, 0, 1)])
    expect(piecesOf(two).map(areaOf)).toEqual([1, 1])
  })
  it('grow by a distance, round at corners but for the error that is stated', () => {
    const round = grown(one, 1)
    const whole = 16 + 4 * 4 + Math.PI
    expect(areaOf(round)).toBeLessThanOrEqual(whole + 1e-6)
    expect(whole - areaOf(round)).toBeLessThan(2 * Math.PI * 1 * ARC_ERROR)
    for (const [x, z] of round[0]) {
      const off = Math.hypot(Math.max(-x, 0, x - 4), Math.max(-z, 0, z - 4))
      expect(off).toBeLessThanOrEqual(1 + 1e-4)
      expect(off).toBeGreaterThanOrEqual(1 - ARC_ERROR - 1e-4)
    }
    expect(areaOf(grown(one, 1, 'sharp'))).toBeCloseTo(36, 1)
  })
  it('shrink to nothing', () => {
    expect(areaOf(grown(one, -1.5))).toBeCloseTo(1)
    expect(grown(one, -2.5)).toEqual([])
  })
})
