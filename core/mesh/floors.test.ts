import { describe, expect, it } from 'vitest'
import { floorsIn, type Triangles } from '.'

type Corner = [number, number, number]
/** Four corners, as seen from the side that is up, as two triangles. */
function quads(...faces: [Corner, Corner, Corner, Corner][]): Triangles {
  return {
    positions: Float32Array.from(faces.flat(2)),
    indices: Uint32Array.from(faces.flatMap((_, i) => [0, 1, 2, 0, 2, 3].map((at) => i * 4 + at))),
  }
}
const level = (x0: number, z0: number, x1: number, z1: number, y = 0): [Corner, Corner, Corner, Corner] => [
  [x0, y, z0],
  [x0, y, z1],
  [x1, y, z1],
  [x1, y, z0],
]
const slope = (x0: number, x1: number, y0: number, y1: number): [Corner, Corner, Corner, Corner] => [
  [x0, y0, 0],
  [x0, y0, 4],
  [x1, y1, 4],
  [x1, y1, 0],
]
const found = (...faces: [Corner, Corner, Corner, Corner][]) => floorsIn(quads(...faces), { height: 1.8 })
const areas = (...faces: [Corner, Corner, Corner, Corner][]) => found(...faces).map(({ area }) => Math.round(area))

describe('the floors of a mesh', () => {
  it('are its faces that look up, joined where they meet at one height', () => {
    const floors = found(level(0, 0, 4, 4), level(4, 0, 8, 4))
    expect(floors).toHaveLength(1)
    expect(floors[0]).toMatchObject({ y: 0 })
    expect(floors[0].area).toBeCloseTo(32, 0)
    expect(floors[0].outline).toHaveLength(4)
  })
  it('are one for each height', () => {
    expect(found(level(0, 0, 4, 4), level(10, 0, 14, 4, 2.4)).map(({ y }) => y)).toEqual([0, expect.closeTo(2.4)])
  })
  it('are not what looks down, what is too small to stand on, nor the tops of walls', () => {
    const down = level(0, 0, 4, 4).reverse() as [Corner, Corner, Corner, Corner]
    expect(areas(down)).toEqual([])
    expect(areas(level(0, 0, 1, 1))).toEqual([])
    expect(areas(level(0, 0, 20, 0.2))).toEqual([])
  })
  it('are not the tops of tables and cupboards, but what is as large as a stage is', () => {
    const hall = level(0, 0, 10, 8)
    const heights = (...faces: [Corner, Corner, Corner, Corner][]) => found(hall, ...faces).map(({ y }) => y)
    expect(heights(level(2, 2, 4, 3, 0.75), level(0, 6, 2, 8, 1))).toEqual([0])
    expect(heights(level(2, 2, 5, 5, 0.75))).toEqual([0, expect.closeTo(0.75)])
    // What leads beyond the floor below, or lies high over it, is another storey.
    expect(heights(level(9, 2, 12, 3, 0.75))).toEqual([0, expect.closeTo(0.75)])
    expect(heights(level(2, 2, 4, 4, 2.5))).toEqual([0, expect.closeTo(2.5)])
  })
  it('leave out what is too low to stand under', () => {
    const low = level(0, 0, 2, 4, 1.2).reverse() as [Corner, Corner, Corner, Corner]
    const high = level(0, 0, 2, 4, 2.2).reverse() as [Corner, Corner, Corner, Corner]
    expect(areas(level(0, 0, 6, 4), low)).toEqual([16])
    expect(areas(level(0, 0, 6, 4), high)).toEqual([24])
  })
  it('rise as ramps where they slope, up to 45°', () => {
    const [ramp] = found(slope(0, 4, 0, 2)).filter(({ slopeTo }) => slopeTo)
    expect(ramp.y).toBeCloseTo(0)
    expect(ramp.slopeTo!.y).toBeCloseTo(2)
    for (const i of ramp.slopeTo!.edge) expect(ramp.outline[i][0]).toBeCloseTo(4)
    expect(found(slope(0, 4, 0, 3.9))).toHaveLength(1)
    expect(found(slope(0, 4, 0, 4.5))).toEqual([])
  })
  it('join the treads of a stair into one ramp, as long as nobody has to climb', () => {
    const stair = (rise: number) =>
      Array.from({ length: 8 }, (_, i) => level(i * 0.3, 0, i * 0.3 + 0.3, 4, (i + 1) * rise))
    const ramps = found(...stair(0.2)).filter(({ slopeTo }) => slopeTo)
    expect(ramps).toHaveLength(1)
    expect(ramps[0].slopeTo!.y - ramps[0].y).toBeGreaterThan(1)
    expect(found(...stair(0.6)).filter(({ slopeTo }) => slopeTo)).toEqual([])
  })
})
