import { describe, expect, it } from 'vitest'
import { measured, unreadable } from './units'

describe('numbers with units of one’s own', () => {
  it.each([
    ['1.2', 'm', 1.2],
    ['120 cm', 'm', 1.2],
    ['3mm', 'm', 0.003],
    ['5 ft 3 in', 'm', 1.6002],
    ['5\' 3"', 'm', 1.6002],
    ['2 m + 30 cm', 'm', 2.3],
    ['2*45cm', 'm', 0.9],
    ['0,8 m', 'm', 0.8],
    ['-20 cm', 'm', -0.2],
    ['200 ms', 's', 0.2],
    ['1.5 min', 's', 90],
    ['1 min 30 s', 's', 90],
    ['1:30', 's', 90],
    ['12 f at 24', 's', 0.5],
    ['25 frames @ 50', 's', 0.5],
    ['5.4 km/h', 'm/s', 1.5],
    ['90°', '°', 90],
    ['-12 dB', 'dB', -12],
    ['3', '', 3],
    ['12 f', 's', undefined],
    ['3 m', 's', undefined],
    ['five', 'm', undefined],
    ['', 'm', undefined],
  ])('%s, kept in %s', (text, kept, value) => {
    const found = measured(text, kept)
    if (value === undefined) expect(found).toBeUndefined()
    else expect(found).toBeCloseTo(value, 9)
  })
  it('what can’t be read is said, with what could be', () => {
    expect(unreadable('abc', 'm')).toBe('“abc” is no number: 1.2, 120 cm, 5 ft 3 in')
    expect(unreadable('abc', 'dB')).toBe('“abc” is no number')
  })
})
