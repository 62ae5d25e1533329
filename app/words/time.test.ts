import { describe, expect, it } from 'vitest'
import { clock, count, ordinal, plain, tick } from './time'

describe('times and counts', () => {
  it('reads as on a clock', () => {
    expect(clock(134.6)).toBe('02:14.6')
    expect(clock(59.96)).toBe('01:00.0')
    expect(clock(348, 0)).toBe('05:48')
    expect(clock(7.5, 2)).toBe('00:07.50')
    expect(tick(150)).toBe('2:30')
  })
  it('has no trailing zeros and a real minus', () => {
    expect([plain(24), plain(0.80001), plain(-3.5), plain(-0.001)]).toEqual(['24', '0.8', '−3.5', '0'])
  })
  it('counts in words', () => {
    expect([count(1, 'rule'), count(2, 'rule')]).toEqual(['1 rule', '2 rules'])
    expect([1, 2, 3, 4, 11, 12, 13, 21, 112].map(ordinal)).toEqual([
      '1st',
      '2nd',
      '3rd',
      '4th',
      '11th',
      '12th',
      '13th',
      '21st',
      '112th',
    ])
  })
})
