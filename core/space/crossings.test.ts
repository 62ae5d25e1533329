import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Point, Shape } from '../show'
import { shape } from '../testing/random-show'
import { crossings, eachOf, fromFrame, gap, pieceBetween, positionOn, solidOf, touches, type Cylinder } from '.'

const BODY: Cylinder = { radius: 0.3, low: 0, high: 1.8 }
const FEET: Cylinder = { radius: 0, low: 0, high: 0 }
const EYES: Cylinder = { radius: 0, low: 1.65, high: 1.65 }
const box: Shape = { kind: 'box', at: [0, 0, 0], yaw: 0, size: [2, 2, 4] }
const along = (x0: number, x1: number, z = 0, y = 0) => pieceBetween([x0, y, z], [x1, y, z], 1)

describe('crossings, worked out by hand', () => {
  it('a disc meets the side of a box its radius before it', () => {
    const [from, to] = crossings(solidOf(box), 0, BODY, along(-5, 5))
    expect([from, to]).toEqual([3.7, 6.3])
  })
  it('feet and eyes are points', () => {
    expect(crossings(solidOf(box), 0, FEET, along(-5, 5))).toEqual([4, 6])
    expect(crossings(solidOf({ ...box, size: [2, 1.6, 4] }), 0, EYES, along(-5, 5))).toEqual([])
  })
  it('corners are rounded by the radius: past one at 0.24 m the chord is 0.18 m to either side', () => {
    const [from] = crossings(solidOf(box), 0, BODY, along(-5, 5, 2.24))
    expect(from).toBeCloseTo(4 - 0.18, 9)
  })
  it('a turned box', () => {
    const [from, to] = crossings(solidOf({ ...box, yaw: 90 }), 0, FEET, along(-5, 5))
    expect(from).toBeCloseTo(3, 9)
    expect(to).toBeCloseTo(7, 9)
  })
  it('yaw turns counter-clockwise seen from above', () => {
    // The long side of this box points to −Z and, turned by 45°, towards −X −Z: a spot there is inside, its mirror image is not.
    const long = solidOf({ kind: 'box', at: [0, 0, 0], yaw: 45, size: [0.2, 2, 6] })
    expect(touches(long, 0, FEET, [-1.5, 0, -1.5])).toBe(true)
    expect(touches(long, 0, FEET, [1.5, 0, -1.5])).toBe(false)
  })
  it('a cylinder and its rim', () => {
    const round = solidOf({ kind: 'cylinder', at: [0, 0, 0], radius: 1, height: 2 })
    const met = (rim: number) => crossings(round, rim, BODY, along(-5, 5)).map((t) => Math.round(t * 1e9) / 1e9)
    expect(met(0)).toEqual([3.7, 6.3])
    expect(met(0.5)).toEqual([3.2, 6.8])
  })
  it('a sphere overhead is met where the top of the head is near enough', () => {
    const ball = solidOf({ kind: 'sphere', at: [0, 2.4, 0], radius: 1 })
    // v = 2.4 − 1.8 = 0.6, so the disc's edge reaches √(1 − 0.36) = 0.8 m
    const [from, to] = crossings(ball, 0, BODY, along(-5, 5))
    expect(from).toBeCloseTo(5 - 1.1, 9)
    expect(to).toBeCloseTo(5 + 1.1, 9)
    expect(crossings(solidOf({ kind: 'sphere', at: [0, 4.6, 0], radius: 1.3 }), 0, BODY, along(-5, 5))).toEqual([])
  })
  it('a concave prism is met twice', () => {
    const horseshoe = solidOf({
      kind: 'prism',
      y: 0,
      height: 2,
      outline: [
        [0, 0],
        [6, 0],
        [6, 3],
        [4, 3],
        [4, 1],
        [2, 1],
        [2, 3],
        [0, 3],
      ],
    })
    expect(crossings(horseshoe, 0, FEET, along(-1, 9, 2))).toEqual([1, 3, 5, 7])
    expect(crossings(horseshoe, 0, BODY, along(-1, 9, 2)).map((t) => Math.round(t * 1e9) / 1e9)).toEqual([
      0.7, 3.3, 4.7, 7.3,
    ])
  })
  it('walking along an edge at exactly the radius is contact all the way', () => {
    const [from, to] = crossings(solidOf(box), 0, BODY, along(-3, 3, 2.3))
    expect(to - from).toBeGreaterThan(1.9)
  })
  it('walking along the edge of a box that is turned is contact along the whole of it, however that is rounded', () => {
    // In the frame of the box the way goes past its side at exactly the radius.
    for (let yaw = 1; yaw < 180; yaw += 7) {
      const solid = solidOf({ ...box, yaw })
      const frame = { at: [0, 0, 0] as const, yaw }
      const from = fromFrame(1.3, -3, frame)
      const to = fromFrame(1.3, 3, frame)
      const met = crossings(solid, 0, BODY, pieceBetween([from[0], 0, from[1]], [to[0], 0, to[1]], 1))
      expect(met.length, `${yaw}`).toBe(2)
      expect(met[0]).toBeCloseTo(1, 3)
      expect(met[1]).toBeCloseTo(5, 3)
    }
  })
  it('a tip that is only brushed is no contact, or none to speak of', () => {
    for (let yaw = 1; yaw < 90; yaw += 7) {
      const solid = solidOf({ ...box, size: [2, 2, 2], yaw: 0 })
      // Past the corner at exactly the radius, at right angles to where the corner points.
      const a = ((45 + yaw / 3) * Math.PI) / 180
      const [nx, nz] = [Math.cos(a), Math.sin(a)]
      const middle = [1 + 0.3 * nx, 1 + 0.3 * nz] as const
      const from: Point = [middle[0] - 2 * nz, 0, middle[1] + 2 * nx]
      const to: Point = [middle[0] + 2 * nz, 0, middle[1] - 2 * nx]
      const met = crossings(solid, 0, BODY, pieceBetween(from, to, 1))
      if (met.length > 0) expect(met[1] - met[0]).toBeLessThan(1e-4)
    }
  })
  it('who comes to rest at the edge, or begins there, touches it at that time', () => {
    expect(crossings(solidOf(box), 0, BODY, along(-5, -1.3))).toEqual([3.7, 3.7])
    expect(crossings(solidOf(box), 0, BODY, along(1.3, 5))[0]).toBeCloseTo(0, 9)
    expect(crossings(solidOf(box), 0, BODY, along(-5, -1.31))).toEqual([])
  })
  it('heights that meet within a micrometre meet', () => {
    const above = (gap: number) => crossings(solidOf({ ...box, at: [0, 1.8 + gap, 0] }), 0, BODY, along(-5, 5)).length
    expect(above(0)).toBe(2)
    expect(above(9e-7)).toBe(2)
    expect(above(2e-6)).toBe(0)
  })
})

describe('how far a body is from touching', () => {
  it('is in plan to the side, to the corner, to the rim, and within as far as out of it', () => {
    const far = (x: number, z: number, rim = 0) => gap(solidOf(box), rim, FEET, [x, 0.5, z])
    expect(far(3, 0)).toBeCloseTo(2)
    expect(far(0, -5)).toBeCloseTo(3)
    expect(far(4, 6)).toBeCloseTo(5)
    expect(far(3, 0, 0.5)).toBeCloseTo(1.5)
    expect(gap(solidOf(box), 0, BODY, [3, 0, 0])).toBeCloseTo(1.7)
    expect(far(0.9, 0)).toBeLessThanOrEqual(0)
    const round = solidOf({ kind: 'cylinder', at: [0, 0, 0], radius: 1, height: 2 })
    expect(gap(round, 0, FEET, [3, 0.5, 4])).toBeCloseTo(4)
  })
  const metre = fc.integer({ min: -600, max: 600 }).map((n) => n / 100)
  const point = fc.tuple(metre, metre, metre)
  it('is nought or less where it touches, and changes no faster than it moves', () => {
    fc.assert(
      fc.property(
        shape,
        fc.constantFrom(BODY, FEET, EYES),
        fc.constantFrom(0, 0.5),
        point,
        point,
        (shape, body, rim, at, by) => {
          const solid = solidOf(shape as Shape)
          const far = gap(solid, rim, body, at)
          if (Math.abs(far) > 1e-5) expect(far <= 0).toBe(touches(solid, rim, body, at))
          const then = eachOf(at, (value, axis) => value + by[axis] / 10)
          expect(Math.abs(gap(solid, rim, body, then) - far)).toBeLessThanOrEqual(Math.hypot(...by) / 10 + 1e-9)
        },
      ),
      { numRuns: 2000 },
    )
  })
})

describe('crossings against a sampler', () => {
  const corner = fc.integer({ min: -1200, max: 1200 }).map((n) => n / 100)
  const height = fc.constantFrom(0, 0, 0.5, 1.2)
  const piece = fc
    .tuple(corner, height, corner, corner, height, corner, fc.constantFrom(0.7, 1.4, 3))
    .map(([x0, y0, z0, x1, y1, z1, pace]) => pieceBetween([x0, y0, z0], [x1, y1, z1], pace))

  it('every span is contact, and every contact is in a span, to 2e-4 s', () => {
    fc.assert(
      fc.property(
        shape,
        piece,
        fc.constantFrom(BODY, FEET, EYES),
        fc.constantFrom(0, 0.5),
        (shape, piece, body, rim) => {
          const solid = solidOf(shape as Shape)
          const spans = crossings(solid, rim, body, piece)
          const inSpan = (t: number, slack: number) =>
            spans.some((_, i) => i % 2 === 0 && t >= spans[i] - slack && t <= spans[i + 1] + slack)
          for (let n = 0; n <= 400; n++) {
            const t = (piece.seconds * n) / 400
            const there = touches(solid, rim, body, positionOn(piece, t))
            if (there) expect(inSpan(t, 2e-4)).toBe(true)
            else
              for (let i = 0; i < spans.length; i += 2)
                expect(t < spans[i] + 2e-4 || t > spans[i + 1] - 2e-4).toBe(true)
          }
          // The ends of a span are edges: just outside there is no contact, but where another span is as near.
          for (let i = 0; i < spans.length; i += 2) {
            const before = i > 0 ? spans[i - 1] : -Infinity
            const after = i + 2 < spans.length ? spans[i + 2] : Infinity
            if (spans[i] > 1e-3 && spans[i + 1] - spans[i] > 1e-3 && spans[i] - before > 1e-3)
              expect(touches(solid, rim, body, positionOn(piece, spans[i] - 2e-4))).toBe(false)
            if (spans[i + 1] < piece.seconds - 1e-3 && spans[i + 1] - spans[i] > 1e-3 && after - spans[i + 1] > 1e-3)
              expect(touches(solid, rim, body, positionOn(piece, spans[i + 1] + 2e-4))).toBe(false)
          }
        },
      ),
      { numRuns: 1500 },
    )
  })
})
