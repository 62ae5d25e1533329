import { describe, expect, it } from 'vitest'
import { distanceGain } from '..'

describe('distance', () => {
  const reach = { near: 2, far: 20, law: 'inverse' as const, walls: 0 }
  it('is full up to near, halves with each doubling, and is silent from far', () => {
    expect([1, 2, 4, 8].map((d) => distanceGain(reach, d))).toEqual([1, 1, 0.5, 0.25])
    expect(distanceGain(reach, 20)).toBe(0)
    expect(distanceGain(reach, 19)).toBeGreaterThan(0)
  })
  it('linear goes straight down', () => expect(distanceGain({ ...reach, law: 'linear' }, 11)).toBeCloseTo(0.5, 9))
})
