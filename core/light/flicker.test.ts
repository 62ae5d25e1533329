import { describe, expect, it } from 'vitest'
import { flickerAt } from '.'

const over = (pattern: 'candle' | 'tube' | 'pulse', rate: number, depth: number) =>
  Array.from({ length: 4000 }, (_, i) => flickerAt({ pattern, rate, depth }, i / 400))

describe('a flicker', () => {
  it.each(['candle', 'tube', 'pulse'] as const)('like a %s stays between its depth and the whole light', (pattern) => {
    const values = over(pattern, 5, 0.6)
    expect(Math.min(...values)).toBeGreaterThanOrEqual(0.4 - 1e-9)
    expect(Math.max(...values)).toBeLessThanOrEqual(1)
    expect(Math.max(...values) - Math.min(...values)).toBeGreaterThan(0.25)
    expect(new Set(over(pattern, 5, 0))).toEqual(new Set([1]))
  })
  it('pulses so often a second, from the whole light down and back', () => {
    expect([0, 0.25, 0.5].map((t) => flickerAt({ pattern: 'pulse', rate: 2, depth: 0.5 }, t))).toEqual([1, 0.5, 1])
  })
  it('of a tube is on or off, of a candle never jumps', () => {
    expect(new Set(over('tube', 5, 1))).toEqual(new Set([0, 1]))
    const candle = over('candle', 5, 1)
    const jumps = candle.slice(1).map((value, i) => Math.abs(value - candle[i]!))
    expect(Math.max(...jumps)).toBeLessThan(0.05)
  })
})
