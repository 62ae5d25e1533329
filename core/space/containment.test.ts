import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Shape } from '../show'
import { holds, solidOf } from '.'

const box = (
  x: number,
  z: number,
  w: number,
  d: number,
  more: Partial<Extract<Shape, { kind: 'box' }>> = {},
): Shape => ({
  kind: 'box',
  at: [x, 0, z],
  yaw: 0,
  size: [w, 2, d],
  ...more,
})
const cylinder = (x: number, z: number, radius: number, height = 2): Shape => ({
  kind: 'cylinder',
  at: [x, 0, z],
  radius,
  height,
})
const within = (outer: Shape, inner: Shape) => holds(solidOf(outer), solidOf(inner))

describe('a zone holds another', () => {
  it('when nothing of that one lies outside', () => {
    expect(within(box(0, 0, 4, 4), box(1, 1, 2, 2))).toBe(true)
    expect(within(box(0, 0, 4, 4), box(1.01, 1, 2, 2))).toBe(false)
    expect(within(box(0, 0, 4, 4), box(0, 0, 4, 4))).toBe(true)
  })
  it('as high as it is', () => {
    expect(within(box(0, 0, 4, 4), cylinder(0, 0, 1, 2.1))).toBe(false)
    expect(within(box(0, 0, 4, 4, { at: [0, -0.5, 0], size: [4, 3, 4] }), cylinder(0, 0, 1, 2.1))).toBe(true)
  })
  it('as it is turned: the corners of a box count, not what is drawn around it', () => {
    expect(within(cylinder(0, 0, 1.5), box(0, 0, 2, 2))).toBe(true)
    expect(within(cylinder(0, 0, 1.4), box(0, 0, 2, 2))).toBe(false)
    expect(within(box(0, 0, 2, 2), box(0, 0, 1.9, 1.9, { yaw: 45 }))).toBe(false)
    expect(within(box(0, 0, 2, 2, { yaw: 45 }), box(0, 0, 1.3, 1.3))).toBe(true)
  })
  it('around a corner that reaches into it', () => {
    const hook: Shape = { kind: 'prism', y: 0, height: 2, outline: [[0, 0], [6, 0], [6, 6], [4, 6], [4, 2], [2, 2], [2, 6], [0, 6]] } // prettier-ignore
    expect(within(hook, box(3, 1, 5, 1))).toBe(true)
    expect(within(hook, box(3, 3, 5.9, 5.9))).toBe(false)
    expect(within(hook, { kind: 'prism', y: 0, height: 1, outline: [[1, 1], [5, 1], [5, 5], [1, 5]] })).toBe(false) // prettier-ignore
  })
  it('where a slot goes right through it', () => {
    const slotted: Shape = { kind: 'prism', y: 0, height: 2, outline: [[0, 0], [10, 0], [10, 6], [5.1, 6], [5.1, 1], [4.9, 1], [4.9, 6], [0, 6]] } // prettier-ignore
    expect(within(slotted, box(5, 4, 8, 2))).toBe(false)
    expect(within(slotted, box(2.5, 4, 4, 2))).toBe(true)
  })
  it('where edges cross though no corner of the one lies in the other', () => {
    const cross: Shape = { kind: 'prism', y: 0, height: 2, outline: [[2, 0], [4, 0], [4, 2], [6, 2], [6, 4], [4, 4], [4, 6], [2, 6], [2, 4], [0, 4], [0, 2], [2, 2]] } // prettier-ignore
    const slab = (x: number, z: number, w: number, d: number) => within(cross, box(x, z, w, d))
    expect([slab(3, 3, 6, 1.8), slab(3, 3, 1.8, 6), slab(3, 3, 2, 2)]).toEqual([true, true, true])
    expect([slab(3, 3, 2.2, 6), slab(3, 3, 6, 2.2), slab(3, 3, 4, 4), slab(5, 5, 1, 1)]).toEqual([false, false, false, false]) // prettier-ignore
    const moved: Shape = { ...cross, outline: cross.outline.map(([x, z]) => [x - 20, z + 30]) }
    expect(within(moved, box(-17, 33, 6, 1.8))).toBe(true)
    expect(within(moved, box(-17, 33, 4, 4))).toBe(false)
  })
  it('in a ball, to its farthest corner', () => {
    const ball: Shape = { kind: 'sphere', at: [0, 1, 0], radius: 1.5 }
    expect(within(ball, { kind: 'sphere', at: [0.5, 1, 0], radius: 1 })).toBe(true)
    expect(within(ball, { kind: 'sphere', at: [0.6, 1, 0], radius: 1 })).toBe(false)
    expect(within(ball, cylinder(0, 0, 1.1))).toBe(true)
    expect(within(ball, cylinder(0, 0, 1.2))).toBe(false)
    expect(within(ball, box(0, 0, 1.5, 1.5))).toBe(true)
    expect(within(ball, box(0, 0, 1.7, 1.7))).toBe(false)
  })
  it('and then nobody is within that one who is not within it', () => {
    const metre = fc.double({ min: -3, max: 3, noNaN: true })
    const size = fc.double({ min: 0.2, max: 4, noNaN: true })
    const anyBox = fc.record({ x: metre, z: metre, w: size, d: size, yaw: fc.integer({ min: -90, max: 90 }) })
    const made = ({ x, z, w, d, yaw }: { x: number; z: number; w: number; d: number; yaw: number }) =>
      solidOf(box(x, z, w, d, { yaw }))
    let [tried, held] = [0, 0]
    fc.assert(
      fc.property(
        anyBox,
        anyBox,
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (a, b, u, v) => {
          tried++
          const [outer, inner] = [made({ ...a, w: a.w * 3, d: a.d * 3 }), made(b)]
          if (inner.kind !== 'box' || outer.kind !== 'box' || !holds(outer, inner)) return
          held++
          const local = [u * inner.hw, v * inner.hd] as const
          const x = inner.x + local[0] * inner.cos + local[1] * inner.sin
          const z = inner.z - local[0] * inner.sin + local[1] * inner.cos
          const [dx, dz] = [x - outer.x, z - outer.z]
          expect(Math.abs(dx * outer.cos - dz * outer.sin)).toBeLessThanOrEqual(outer.hw + 1e-6)
          expect(Math.abs(dx * outer.sin + dz * outer.cos)).toBeLessThanOrEqual(outer.hd + 1e-6)
        },
      ),
      { numRuns: 1000 },
    )
    expect(held).toBeGreaterThanOrEqual(Math.floor(tried / 20))
  })
})
