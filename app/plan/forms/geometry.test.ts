import { expect, it } from 'vitest'
import { readShow, type Wall } from '~~/core/show'
import { wallStretches } from '~~/core/space'
import { extentOf } from './geometry'

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

it('a place of five thousand round zones has an extent, and an empty one too', () => {
  const zones = Array.from({ length: 5000 }, (_, i) => ({
    id: `z${i}`,
    name: `Zone ${i}`,
    shape: { kind: 'cylinder', at: [i, 0, -i], radius: 1, height: 2 },
  }))
  const of = (more: object) =>
    extentOf(readShow({ format: 'esvik-show', version: 1, title: 'Wide', place: {}, ...more }))
  expect(of({ zones })).toEqual({ x0: -1, z0: -5000, x1: 5000, z1: 1 })
  expect(of({})).toEqual({ x0: 0, z0: 0, x1: 12, z1: 8 })
})
