import { expect, it } from 'vitest'
import { changeOf } from './changes'

it.each([
  ['-12', [-12, -12]],
  ['+3', [-3, 5]],
  ['+3 dB', [-3, 5]],
  ['+-3', [-9, -1]],
  ['× 1.5', [-9, 3]],
  ['/2', [-3, 1]],
])('%s for several numbers', (text, after) => {
  const change = changeOf(text, 'dB')!
  expect([-6, 2].map(change)).toEqual(after)
})
it('lengths are added in any unit, and what can’t be read changes nothing', () => {
  expect(changeOf('+20 cm', 'm')!(1)).toBeCloseTo(1.2, 9)
  expect(changeOf('+20', 'm', 'cm')!(1)).toBeCloseTo(1.2, 9)
  expect([changeOf('louder', 'dB'), changeOf('× a', 'm'), changeOf('/0', 'm')]).toEqual([
    undefined,
    undefined,
    undefined,
  ])
})
