import { describe, expect, it } from 'vitest'
import { Rate, SHARES } from './rate'

const frames = (rate: Rate, count: number, ms: number) => Array.from({ length: count }, () => rate.took(ms))

describe('the rate of a moving picture', () => {
  it('stays whole as long as frames come in time', () => {
    const rate = new Rate()
    frames(rate, 500, 16.7)
    expect(rate.share).toBe(1)
  })
  it('is kept by drawing as small as it takes, and no smaller than the least', () => {
    const rate = new Rate()
    frames(rate, 7, 45)
    expect(rate.share).toBe(SHARES[1])
    const heavy = new Rate()
    // Four times too slow: half as wide and high.
    frames(heavy, 7, 4 * (1000 / 29) - 0.1)
    expect(heavy.share).toBe(0.5)
    frames(heavy, 100, 400)
    expect(heavy.share).toBe(SHARES.at(-1))
  })
  it('is not lost for one frame that was late', () => {
    const rate = new Rate()
    rate.took(900)
    frames(rate, 20, 16.7)
    rate.took(120)
    expect(rate.share).toBe(1)
    frames(rate, 6, 60)
    expect(rate.share).toBe(1)
  })
  it('falls at once where frames take very long', () => {
    const rate = new Rate()
    frames(rate, 3, 700)
    expect(rate.share).toBe(SHARES.at(-1))
  })
  it('lets it grow again when there is room, and tries what was too large only after a while', () => {
    const rate = new Rate()
    frames(rate, 7, 45)
    frames(rate, 210, 16.7)
    expect(rate.share).toBe(SHARES[1])
    frames(rate, 60, 16.7)
    expect(rate.share).toBe(1)
  })
})
