import { describe, expect, it } from 'vitest'
import type { Spot, Wall } from '../show'
import { areaOf } from './clip'
import { enclosureAt } from '.'

let n = 0
const wall = (from: Spot, to: Spot): Wall => ({
  id: `w${n++}`,
  from,
  to,
  y: 0,
  height: 3,
  thickness: 0.2,
  openings: [{ id: 'o', at: 0.5, width: 1, sill: 0, height: 2.1 }],
})
const around = (...corners: Spot[]): Wall[] => corners.map((from, i) => wall(from, corners[(i + 1) % corners.length]))

describe('the space between walls', () => {
  const room = around([0, 0], [6, 0], [6, 4], [0, 4])
  it('goes to the middle of the walls, doors in them or not', () => {
    const outline = enclosureAt(room, [2, 2])!
    expect(outline).toHaveLength(4)
    expect([...outline].sort((a, b) => a[0] - b[0] || a[1] - b[1])).toEqual([
      [0, 0],
      [0, 4],
      [6, 0],
      [6, 4],
    ])
  })
  it('is nothing outside, nor where a wall is missing', () => {
    expect(enclosureAt(room, [8, 2])).toBeUndefined()
    expect(enclosureAt(room.slice(1), [2, 2])).toBeUndefined()
    expect(enclosureAt([], [2, 2])).toBeUndefined()
  })
  it('is one room of several', () => {
    const split = [...room, wall([4, 0], [4, 4])]
    expect(Math.abs(areaOf([enclosureAt(split, [5, 1])!]))).toBeCloseTo(8, 1)
    expect(Math.abs(areaOf([enclosureAt(split, [1, 1])!]))).toBeCloseTo(16, 1)
  })
  it('is closed where corners miss each other by a hand', () => {
    const loose = [
      wall([0, 0], [6, 0.04]),
      wall([6, 0], [6, 4]),
      wall([5.98, 4.03], [0, 4]),
      wall([0, 3.97], [0.02, 0]),
    ]
    expect(enclosureAt(loose, [2, 2])).toBeDefined()
  })
  it('follows walls that turn in', () => {
    const corner = around([0, 0], [6, 0], [6, 6], [3, 6], [3, 3], [0, 3])
    expect(Math.abs(areaOf([enclosureAt(corner, [5, 5])!]))).toBeCloseTo(27, 1)
  })
})
