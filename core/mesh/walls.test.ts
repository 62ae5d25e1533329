import { describe, expect, it } from 'vitest'
import { cutAt, stretchesOf, wallsIn, withoutTwins, type Stretch, type Triangles } from '.'

const NOTHING = { positions: new Float32Array(), indices: new Uint32Array() }
const side = (from: [number, number], to: [number, number], low = 0, high = 3): Stretch => ({ from, to, low, high })
const both = (x0: number, x1: number, z = 0, thick = 0.2): Stretch[] => [
  side([x0, z], [x1, z]),
  side([x0, z + thick], [x1, z + thick]),
]

describe('the walls in a section', () => {
  it('have two sides each, and go along their middle', () => {
    const [wall, ...more] = wallsIn(both(0, 6), 1.2, NOTHING)
    expect(more).toEqual([])
    expect(wall.thickness).toBeCloseTo(0.2)
    expect([wall.from, wall.to].flat().map((v) => Math.round(v * 1000) / 1000)).toEqual([0, 0.1, 6, 0.1])
    expect([wall.y, wall.height]).toEqual([0, 3])
  })
  it('are sheets where there is no other side', () => {
    const [wall] = wallsIn([side([0, 0], [0, 5])], 1.2, NOTHING)
    expect(wall.thickness).toBeLessThan(0.1)
  })
  it('are one with an opening where they go on after a doorway', () => {
    const [wall, ...more] = wallsIn([...both(0, 2), ...both(3, 8)], 1.2, NOTHING)
    expect(more).toEqual([])
    expect(wall.openings).toHaveLength(1)
    expect(wall.openings[0].at).toBeCloseTo(2)
    expect(wall.openings[0].width).toBeCloseTo(1)
  })
  it('are not the leaf of a door, shut or open: the opening is as high as it is without it', () => {
    const wall = [...both(0, 2), ...both(3, 8)]
    const shut = both(2.02, 2.98, 0.08, 0.04).map((each) => ({ ...each, high: 2.1 }))
    const open = [side([2, 0.1], [2, 1.05], 0, 2.1), side([2.04, 0.1], [2.04, 1.05], 0, 2.1)]
    /** The faces of a leaf, from the floor to 2.1 m, and a lintel over it. */
    const meshOf = (...sides: Stretch[]): Triangles => {
      const quads = sides.map(({ from, to, low, high }) => [[from[0], low, from[1]], [to[0], low, to[1]], [to[0], high, to[1]], [from[0], high, from[1]]]) // prettier-ignore
      return {
        positions: Float32Array.from(quads.flat(2)),
        indices: Uint32Array.from(quads.flatMap((_, i) => [0, 1, 2, 0, 2, 3].map((at) => i * 4 + at))),
      }
    }
    for (const leaf of [shut, open]) {
      const lintel = side([2, 0.1], [3, 0.1], 2.3, 3)
      const [found, ...more] = wallsIn([...wall, ...leaf], 1.2, meshOf(...leaf, lintel))
      expect(more).toEqual([])
      expect(found.openings).toHaveLength(1)
      expect(found.openings[0]).toMatchObject({ sill: 0, height: expect.closeTo(2.3, 2) })
    }
    // A partition as thin that stands by itself is a wall.
    expect(wallsIn([...wall, ...both(4, 5.2, 3, 0.04)], 1.2, meshOf())).toHaveLength(2)
  })
  it('that were found at two heights are one', () => {
    const [wall] = wallsIn(both(0, 6), 1.2, NOTHING)
    const above = { ...wall, y: 4, height: 3 }
    expect(withoutTwins([wall, { ...wall, to: [4, 0.1] }, { ...wall, y: 0.75, height: 2.25 }])).toEqual([wall])
    expect(withoutTwins([wall, above])).toHaveLength(2)
  })
  it('are two where the gap is wider than any door', () => {
    expect(wallsIn([...both(0, 2), ...both(6, 8)], 1.2, NOTHING)).toHaveLength(2)
  })
  it('are not what one steps over, nor too short to be one', () => {
    expect(wallsIn([side([0, 0], [5, 0], 0, 0.6)], 1.2, NOTHING)).toEqual([])
    expect(wallsIn([side([0, 0], [0.2, 0])], 1.2, NOTHING)).toEqual([])
  })
})

describe('a cut', () => {
  /** A sheet of two triangles that stands along x at z 1, from 0 to `high`. */
  const sheet = (high: number) => ({
    positions: Float32Array.from([0, 0, 1, 4, 0, 1, 4, high, 1, 0, high, 1]),
    indices: Uint32Array.from([0, 1, 2, 0, 2, 3]),
  })
  it('goes through what stands as high', () => {
    expect(cutAt(sheet(1), 1.2).ends).toHaveLength(0)
    expect(cutAt(sheet(3), 1.2).ends).toHaveLength(8)
    expect([...cutAt(sheet(3), 1.2).reaches]).toEqual([0, 3, 0, 3])
  })
  it('is put together into stretches that know how high they reach', () => {
    const [stretch, ...more] = stretchesOf(cutAt(sheet(3), 1.2))
    expect(more).toEqual([])
    expect([stretch.from, stretch.to]).toEqual([[0, 1], [4, 1]]) // prettier-ignore
    expect([stretch.low, stretch.high]).toEqual([0, 3])
  })
})
