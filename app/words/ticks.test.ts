import { expect, it } from 'vitest'
import { metresApart, secondsApart } from './ticks'

it('ticks are as fine as there is room for, and no coarser than the coarsest', () => {
  expect([0.01, 0.05, 0.06, 12, 5000].map(secondsApart)).toEqual([0.05, 0.05, 0.1, 15, 1800])
  expect([0.1, 3, 1000].map(metresApart)).toEqual([0.5, 5, 100])
})
