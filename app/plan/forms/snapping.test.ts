import { describe, expect, it } from 'vitest'
import { readShow, type Spot } from '~~/core/show'
import { cornerAt, directionOf, going } from './snapping'

const PIXEL = 0.02
const show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Snap',
  place: { walls: [{ id: 'w', from: [0.033, 0.04], to: [8.033, 0.04] }] },
})
const at = (spot: Spot, drawn: Spot[] = [], free = false) => cornerAt(show, drawn, spot, PIXEL, free)

describe('where a corner goes', () => {
  it('to a corner that is near, of a wall or of what is being drawn', () => {
    expect(at([0.1, 0.1])).toEqual([0.033, 0.04])
    expect(at([3.05, 5.08], [[3, 5], [6, 5]])).toEqual([3, 5]) // prettier-ignore
  })
  it('else onto a wall that is near, at a whole number of decimetres along it', () => {
    expect(at([4.11, 0.15])).toEqual([4.133, 0.04])
  })
  it('else to a decimetre', () => {
    expect(at([4.13, 2.38])).toEqual([4.1, 2.4])
  })
  it('from the corner before it in a direction of 15°, by decimetres', () => {
    const [x, z] = at([5.03, 3.1], [[2, 3]])
    expect([x, z]).toEqual([5, 3])
    const slanted = at([4, 5.2], [[2, 3]])
    expect(directionOf([2, 3], slanted)).toBeCloseTo(45, 1)
    expect(Math.hypot(slanted[0] - 2, slanted[1] - 3)).toBeCloseTo(3, 2)
  })
  it('just where the pointer is while snapping is suspended', () => {
    expect(at([0.1004, 0.1], [], true)).toEqual([0.1, 0.1])
    expect(at([5.0312, 3.1], [[2, 3]], true)).toEqual([5.031, 3.1])
  })
  it('so far in a direction that is typed', () => {
    expect(going([1, 1], 90, 2.5)).toEqual([1, 3.5])
  })
})
