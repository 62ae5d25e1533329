import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Spot } from '../show'
import { areaOf, isInRegion, unionOf, without } from './clip'
import { isStraight, mazeOf, nearestIn, shortest } from './route'

const rect = (x0: number, z0: number, x1: number, z1: number): Spot[] => [[x0, z0], [x1, z0], [x1, z1], [x0, z1]] // prettier-ignore
const hall = without(unionOf([rect(0, 0, 10, 10)]), unionOf([rect(4, 2, 6, 8)]))
const maze = mazeOf(hall)
const way = (a: Spot, b: Spot) => shortest([maze], [], { sheet: 0, at: a }, { sheet: 0, at: b })
const length = (spots: Spot[]) =>
  spots.slice(1).reduce((sum, [x, z], i) => sum + Math.hypot(x - spots[i][0], z - spots[i][1]), 0)

describe('the shortest way', () => {
  it('is straight where nothing stands between', () => {
    expect(way([1, 1], [9, 1])!.spots).toEqual([[1, 1], [9, 1]]) // prettier-ignore
  })
  it('goes round by the corners, on the shorter side', () => {
    const { spots, length: found } = way([1, 4], [9, 4])!
    expect(spots).toEqual([[1, 4], [4, 2], [6, 2], [9, 4]]) // prettier-ignore
    expect(found).toBeCloseTo(2 * Math.hypot(3, 2) + 2)
  })
  it('is none where there is no way', () => {
    const apart = mazeOf(unionOf([rect(0, 0, 2, 2), rect(5, 0, 7, 2)]))
    expect(shortest([apart], [], { sheet: 0, at: [1, 1] }, { sheet: 0, at: [6, 1] })).toBeUndefined()
  })
  it('goes over to another sheet where they meet', () => {
    const other = mazeOf(unionOf([rect(10, 0, 20, 10)]))
    const portals = [{ sheets: [0, 1] as [number, number], at: [10, 9] as Spot }]
    const found = shortest([maze, other], portals as never, { sheet: 0, at: [9, 9] }, { sheet: 1, at: [15, 9] })
    expect(found!.spots).toContainEqual([10, 9])
    expect(found!.length).toBeCloseTo(6)
  })
  it('never leaves the region, is never longer than any detour and no shorter than straight', () => {
    const inside = fc
      .tuple(fc.double({ min: 0.1, max: 9.9, noNaN: true }), fc.double({ min: 0.1, max: 9.9, noNaN: true }))
      .filter(([x, z]) => isInRegion(hall, x, z))
    fc.assert(
      fc.property(inside, inside, inside, (a, b, c) => {
        const found = way(a, b)!
        expect(found.length).toBeCloseTo(length(found.spots), 6)
        expect(found.length).toBeGreaterThanOrEqual(Math.hypot(a[0] - b[0], a[1] - b[1]) - 1e-9)
        expect(found.length).toBeLessThanOrEqual(way(a, c)!.length + way(c, b)!.length + 1e-6)
        found.spots.slice(1).forEach((spot, i) => expect(isStraight(maze, found.spots[i], spot)).toBe(true))
      }),
      { numRuns: 150 },
    )
  })
  it('begins at the nearest spot for who stands in a wall', () => {
    expect(nearestIn(maze, [4.5, 5])).toEqual({ at: [4, 5], off: 0.5 })
    expect(nearestIn(maze, [1, 1])).toEqual({ at: [1, 1], off: 0 })
    expect(areaOf(maze.region)).toBeCloseTo(88)
  })
})
