import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Spot, Wall } from '../show'
import { blocked, insidePolygon, visibleFrom, wallsBetween } from '.'

const wall = (from: Spot, to: Spot, openings: Partial<Wall['openings'][number]>[] = []): Wall => ({
  id: 'w',
  from,
  to,
  y: 0,
  height: 3,
  thickness: 0.2,
  openings: openings.map((o, i) => ({ id: `o${i}`, at: 0, width: 1, sill: 0, height: 2.1, ...o })),
})
const room: Wall[] = [
  wall([-4, -3], [4, -3]),
  wall([4, -3], [4, 3], [{ at: 2, width: 2 }]),
  wall([4, 3], [-4, 3], [{ at: 3, width: 2, sill: 1, height: 1 }]),
  wall([-4, 3], [-4, -3]),
]
const sees = (outline: Spot[], x: number, z: number) => insidePolygon(x, z, outline)

describe('what is seen from a spot', () => {
  it('ends at walls and goes on through openings at its height', () => {
    const outline = visibleFrom([0, 0], room, 1.6, 10)
    expect(sees(outline, 3.9, 2.9)).toBe(true)
    expect(sees(outline, 0, -3.1)).toBe(false)
    expect(sees(outline, 8, 0)).toBe(true)
    expect(sees(outline, 8, 2.5)).toBe(false)
    expect(sees(outline, 0, 6)).toBe(true)
    expect(sees(visibleFrom([0, 0], room, 0.5, 10), 0, 6)).toBe(false)
    expect(sees(visibleFrom([0, 0], room, 2.5, 10), 8, 0)).toBe(false)
  })
  it('reaches no farther than it is said to', () => {
    const outline = visibleFrom([0, 0], [], 1.6, 5)
    for (const [x, z] of outline) expect(Math.hypot(x, z)).toBeCloseTo(5)
  })
  it('is a cone about a yaw, that turns counter-clockwise', () => {
    const left = visibleFrom([0, 0], [], 1.6, 5, { yaw: 90, degrees: 60 })
    expect(sees(left, -4, 0)).toBe(true)
    expect(sees(left, 0, -4)).toBe(false)
    expect(sees(left, -2, 1.5)).toBe(false)
    expect(left[0]).toEqual([0, 0])
  })
  it('is what no wall stands before', () => {
    const at = fc.tuple(fc.double({ min: -6, max: 6, noNaN: true }), fc.double({ min: -5, max: 5, noNaN: true }))
    let both = [0, 0]
    fc.assert(
      fc.property(at, at, ([x, z], [tx, tz]) => {
        const outline = visibleFrom([x, z], room, 1.6, 20)
        // Rays beside a corner leave a hair of doubt there.
        const isDoubtful = [
          [tx + 0.02, tz],
          [tx - 0.02, tz],
          [tx, tz + 0.02],
          [tx, tz - 0.02],
        ].some(([ax, az]) => sees(outline, ax, az) !== sees(outline, tx, tz))
        if (isDoubtful) return
        const isSeen = sees(outline, tx, tz)
        expect(isSeen).toBe(!blocked(room, [x, z], [tx, tz], 1.6))
        both = isSeen ? [both[0] + 1, both[1]] : [both[0], both[1] + 1]
      }),
      { numRuns: 400 },
    )
    expect(Math.min(...both)).toBeGreaterThanOrEqual(Math.floor((both[0] + both[1]) / 10))
  })
})

describe('whether a wall stands between', () => {
  const window: Wall[] = [wall([-4, 3], [4, 3], [{ at: 3, width: 2, sill: 1, height: 1 }])]
  it('goes by the sill and the head of its openings', () => {
    expect([0.9, 1.1, 1.9, 2.1].map((height) => blocked(window, [0, 0], [0, 6], height))).toEqual([true, false, false, true]) // prettier-ignore
    expect(blocked(window, [-3, 0], [-3, 6], 1.5)).toBe(true)
  })
  it('counts those that stop what goes up or down from one point to another', () => {
    expect(wallsBetween(window, [0, 0, 0], [0, 3, 6])).toBe(0)
    expect(wallsBetween(window, [0, 0, 0], [0, 1.6, 6])).toBe(1)
    expect(wallsBetween(window, [0, 2.9, 0], [0, 0.3, 6])).toBe(0)
    expect(wallsBetween(window, [0, 4, 0], [0, 4, 6])).toBe(0)
  })
})
