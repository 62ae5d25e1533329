import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Point, Wall } from '../show'
import { gaze, looks, pieceBetween, positionOn, product, roots } from '.'

describe('roots', () => {
  it('finds every change of sign of a polynomial', () => {
    const at = (...zeros: number[]) => zeros.reduce<number[]>((p, z) => product(p, [-z, 1]), [1])
    for (const zeros of [[2], [1, 3], [0.5, 2, 7], [1, 2, 3, 9]]) {
      const found = roots(at(...zeros), 0, 10)
      expect(found).toHaveLength(zeros.length)
      found.forEach((root, i) => expect(root).toBeCloseTo(zeros[i], 9))
    }
    expect(roots(at(20), 0, 10)).toEqual([])
    expect(roots([1, 0, 1], -10, 10)).toEqual([])
  })
})

describe('gaze against a sampler', () => {
  const n = fc.integer({ min: -900, max: 900 }).map((v) => v / 100)
  const point = fc.tuple(n, fc.constant(0), n) as fc.Arbitrary<Point>
  const wall = fc
    .record({
      from: fc.tuple(n, n),
      to: fc.tuple(n, n),
      opening: fc.option(fc.tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 1, max: 3 })), { nil: undefined }),
    })
    .map(({ from, to, opening }): Wall => ({
      id: 'w',
      from,
      to,
      y: 0,
      height: 3,
      thickness: 0.2,
      openings: opening ? [{ id: 'o', at: opening[0], width: opening[1], sill: 0, height: 2.5 }] : [],
    }))
  const facing = fc.oneof(
    fc.integer({ min: -180, max: 180 }).map((yaw) => ({ yaw })),
    point.map((at) => ({ at })),
  )

  it('every span is looking, and what is not in one is not', () => {
    fc.assert(
      fc.property(
        point,
        point,
        point,
        facing,
        fc.integer({ min: 5, max: 170 }),
        fc.array(wall, { maxLength: 3 }),
        (from, to, target, facing, within, walls) => {
          fc.pre(Math.hypot(to[0] - from[0], to[2] - from[2]) > 0.1)
          const piece = pieceBetween(from, to, 1.4)
          const aim = { target, within, eye: 1.6 }
          const spans = gaze(piece, facing, aim, walls)
          for (let i = 0; i <= 300; i++) {
            const t = (piece.seconds * i) / 300
            const near = spans.some((edge) => Math.abs(edge - t) < 1e-6)
            const inSpan = spans.some((_, k) => k % 2 === 0 && t >= spans[k] && t <= spans[k + 1])
            if (!near && t > 1e-6 && t < piece.seconds - 1e-6)
              expect(inSpan).toBe(looks(positionOn(piece, t), facing, aim, walls))
          }
        },
      ),
      { numRuns: 400 },
    )
  })
})
