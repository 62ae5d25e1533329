import { describe, expect, it } from 'vitest'
import { readShow, type Point } from '../show'
import { alongFloors, heightAlong } from '.'

const rect = (x0: number, z0: number, x1: number, z1: number) => [[x0, z0], [x1, z0], [x1, z1], [x0, z1]] // prettier-ignore
const { floors } = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Ramp',
  place: {
    floors: [
      { id: 'a', name: 'A', y: 0, outline: rect(0, 0, 5, 4) },
      { id: 'b', name: 'B', y: 0, outline: rect(5, 0, 10, 4) },
      { id: 'ramp', name: 'Ramp', y: 0, outline: rect(10, 1, 14, 3), slopeTo: { edge: [1, 2], y: 2 } },
      { id: 'up', name: 'Up', y: 2, outline: rect(14, 0, 20, 4) },
      { id: 'loft', name: 'Loft', y: 2.6, outline: rect(0, 0, 9, 4) },
    ],
  },
}).place
const bends = (a: Point, b: Point) =>
  alongFloors(floors, a, b).map((point) => point.map((v) => Math.round(v * 1000) / 1000))

describe('a straight way over floors', () => {
  it('bends at the foot and at the head of a ramp, and back', () => {
    expect(bends([1, 0, 2], [19, 2, 2])).toEqual([[10, 0, 2], [14, 2, 2]]) // prettier-ignore
    expect(bends([19, 2, 1.5], [1, 0, 1.5])).toEqual([[14, 2, 1.5], [10, 0, 1.5]]) // prettier-ignore
  })
  it('has no bend on one floor, nor where level floors meet, whatever lies above', () => {
    expect(bends([1, 0, 1], [9, 0, 3])).toEqual([])
    expect(bends([1, 2.6, 1], [8, 2.6, 3])).toEqual([])
  })
  it('bends once where it ends on the ramp', () => {
    expect(bends([6, 0, 2], [12, 1, 2])).toEqual([[10, 0, 2]])
  })
  it('bends where a slanted way meets a ramp, at the height that the ramp has there', () => {
    expect(bends([8, 0, 1.2], [13, 1.5, 2.7])).toEqual([[10, 0, 1.8]])
    expect(bends([13, 1.5, 1.3], [18, 2, 2.8])).toEqual([[14, 2, 1.6]])
    // Far from nought, as everywhere: what counts is how far one has gone.
    const far = floors.map((floor) => ({ ...floor, outline: floor.outline.map(([x, z]): [number, number] => [x + 100, z - 60]) })) // prettier-ignore
    expect(alongFloors(far, [108, 0, -58.8], [113, 1.5, -57.3]).map((p) => p.map((v) => Math.round(v * 1000) / 1000))).toEqual([[110, 0, -58.2]]) // prettier-ignore
  })
  it('goes on level beside every floor', () => {
    expect(bends([1, 0, 2], [4, 0, 30])).toEqual([])
  })
  it('has no bend where one slope goes on in another, wherever that lies', () => {
    const slopes = readShow({
      format: 'esvik-show',
      version: 1,
      title: 'Slopes',
      place: {
        floors: [
          { id: 'low', name: 'Low', y: 1, outline: rect(30, 20, 33, 30), slopeTo: { edge: [1, 2], y: 2.5 } },
          { id: 'high', name: 'High', y: 2.5, outline: rect(33, 20, 40, 30), slopeTo: { edge: [1, 2], y: 6 } },
          { id: 'steep', name: 'Steep', y: 6, outline: rect(40, 20, 44, 30), slopeTo: { edge: [1, 2], y: 14 } },
        ],
      },
    }).place.floors
    expect(alongFloors(slopes, [30.5, 1.25, 21], [39, 5.5, 27])).toEqual([])
    const [bend, ...more] = alongFloors(slopes, [31, 1.5, 22], [42, 10, 29])
    expect(more).toEqual([])
    expect(bend![0]).toBeCloseTo(40)
    expect(bend![1]).toBeCloseTo(6)
  })
  it('leads whoever goes on to the height of the floors on the way', () => {
    expect(heightAlong(floors, [8, 0, 2], [16, 2])).toBeCloseTo(2)
    expect(heightAlong(floors, [8, 0, 2], [12, 2])).toBeCloseTo(1)
    expect(heightAlong(floors, [16, 2, 2], [8, 2])).toBeCloseTo(0)
    // Beside the ramp nothing leads up.
    expect(heightAlong(floors, [8, 0, 0.5], [16, 0.5])).toBeCloseTo(0)
  })
})
