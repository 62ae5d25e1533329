import { expect, it } from 'vitest'
import type { Wall } from '~~/core/show'
import { wallStretches } from './geometry'

it('a wall is drawn around its openings', () => {
  const wall: Wall = {
    id: 'w',
    from: [0, 0],
    to: [10, 0],
    y: 0,
    height: 3,
    thickness: 0.2,
    openings: [
      { id: 'b', at: 6, width: 2, sill: 0, height: 2 },
      { id: 'a', at: 1, width: 1, sill: 0, height: 2 },
    ],
  }
  expect(wallStretches(wall)).toEqual([
    [
      [0, 0],
      [1, 0],
    ],
    [
      [2, 0],
      [6, 0],
    ],
    [
      [8, 0],
      [10, 0],
    ],
  ])
})
