import { afterEach, expect, it } from 'vitest'
import { inOwn, length, ownLength } from './lengths'
import { measured } from './units'

afterEach(() => void (ownLength.value = 'm'))

it.each([
  ['m', '1.6 m'],
  ['cm', '160 cm'],
  ['mm', '1600 mm'],
  ['ft', '5 ft 3 in'],
  ['in', '63 in'],
] as const)('a length is shown in one’s own unit: %s', (unit, words) => {
  ownLength.value = unit
  expect(length(1.6002)).toBe(words)
  expect(measured(words, 'm')).toBeCloseTo(1.6, 3)
})
it('feet have no more inches than twelve, and none that are nothing', () => {
  ownLength.value = 'ft'
  expect([0.0762, 0.3048, 0.30475, 3.6576].map((m) => length(m))).toEqual(['3 in', '1 ft', '1 ft', '12 ft'])
  expect(length(-0.762)).toBe('−2.5 ft')
})
it('a bare number that is typed is one of these', () => {
  ownLength.value = 'cm'
  expect(measured('120', 'm', ownLength.value)).toBeCloseTo(1.2, 9)
  expect(measured('1.2 m', 'm', ownLength.value)).toBeCloseTo(1.2, 9)
  expect(measured('1 m + 20', 'm', ownLength.value)).toBeUndefined()
  expect(measured(inOwn(0.123456, 6), 'm', ownLength.value)).toBeCloseTo(0.123456, 6)
})
