import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Point, Wall } from '../show'
import { eachOf, gaze, looks, pieceBetween, positionOn, standing, type Facing } from '.'

describe('gaze against a sampler', () => {
  const n = fc.integer({ min: -900, max: 900 }).map((v) => v / 100)
  const up = fc.integer({ min: 0, max: 30 }).map((v) => v / 10)
  const point: fc.Arbitrary<Point> = fc.tuple(n, up, n)
  const slow = fc.integer({ min: -20, max: 20 }).map((v) => v / 10)
  const drift: fc.Arbitrary<Point> = fc.oneof(fc.constant<Point>([0, 0, 0]), fc.tuple(slow, fc.constant(0), slow))
  const wall = fc
    .record({
      from: fc.tuple(n, n),
      to: fc.tuple(n, n),
      y: up,
      height: fc.integer({ min: 5, max: 30 }).map((v) => v / 10),
      opening: fc.option(fc.record({ at: fc.nat(3), width: fc.integer({ min: 1, max: 3 }), sill: fc.nat(2) }), {
        nil: undefined,
      }),
    })
    .map(({ opening, ...rest }): Wall => ({
      id: 'w',
      thickness: 0.2,
      ...rest,
      openings: opening ? [{ id: 'o', ...opening, height: 1.2 }] : [],
    }))
  const facing: fc.Arbitrary<Facing> = fc.oneof(
    fc.integer({ min: -180, max: 180 }).map((yaw) => ({ yaw })),
    point.map((at) => ({ at })),
    fc.record({ at: point, velocity: drift }),
  )
  const aim = fc.record({
    target: point,
    velocity: fc.option(drift, { nil: undefined }),
    within: fc.integer({ min: 5, max: 170 }),
    eye: fc.constantFrom(0.4, 1.6),
  })
  const atTime = (at: Point, velocity: Point = [0, 0, 0], t: number): Point => eachOf(at, (v, i) => v + velocity[i] * t)

  it('every span is looking, and what is not in one is not: on slopes, past walls that begin and end, at what moves', () => {
    fc.assert(
      fc.property(
        point,
        fc.option(point, { nil: undefined }),
        aim,
        facing,
        fc.array(wall, { maxLength: 3 }),
        (from, to, aim, facing, walls) => {
          fc.pre(!to || Math.hypot(to[0] - from[0], to[2] - from[2]) > 0.1)
          const piece = to ? pieceBetween(from, to, 1.4) : { from, velocity: [0, 0, 0] as Point, seconds: 3 }
          const spans = gaze(piece, facing, aim, walls)
          expect(spans).toEqual([...spans].sort((a, b) => a - b))
          for (let i = 1; i + 1 < spans.length; i += 2) expect(spans[i + 1] - spans[i]).toBeGreaterThan(1e-9)
          for (let i = 0; i <= 300; i++) {
            const t = (piece.seconds * i) / 300
            const near = spans.some((edge) => Math.abs(edge - t) < 1e-6)
            const inSpan = spans.some((_, k) => k % 2 === 0 && t >= spans[k] && t <= spans[k + 1])
            if (near || t < 1e-6 || t > piece.seconds - 1e-6) continue
            const facingNow = 'yaw' in facing ? facing : { at: atTime(facing.at, facing.velocity, t) }
            const aimNow = { ...aim, target: atTime(aim.target, aim.velocity, t) }
            expect(inSpan).toBe(looks(positionOn(piece, t), facingNow, aimNow, walls))
          }
        },
      ),
      { numRuns: 600 },
    )
  })

  it('who stands for ever looks for ever at what stands, or never', () => {
    const rest = standing([0, 0, 0])
    expect(gaze(rest, { yaw: 0 }, { target: [0, 0, -5], within: 10, eye: 1.6 }, [])).toEqual([0, Infinity])
    expect(gaze(rest, { yaw: 20 }, { target: [0, 0, -5], within: 10, eye: 1.6 }, [])).toEqual([])
  })
  it('is broken from the moment at which what is looked at goes behind a wall, whichever way that stands', () => {
    const wall = (from: [number, number], to: [number, number]): Wall => ({ id: 'w', from, to, y: 0, height: 3, thickness: 0.2, openings: [] }) // prettier-ignore
    const seen = (velocity: Point, target: Point, one: Wall, yaw: number) =>
      gaze({ from: [0, 0, 0], velocity: [0, 0, 0], seconds: 6 }, { yaw }, { target, velocity, within: 60, eye: 1.6 }, [one]) // prettier-ignore
    const [from, to] = seen([0, 0, -1], [0, 0, -2], wall([-2, -4], [2, -4]), 0)
    expect(from).toBe(0)
    expect(to).toBeCloseTo(2, 9)
    expect(seen([0, 0, -1], [0, 0, -2], wall([-2, -4], [2, -4]), 0)).toHaveLength(2)
    // To the right, through a wall that runs north.
    const right = seen([0.5, 0, 0], [2, 0, 0], wall([3, -2], [3, 2]), -90)
    expect(right).toHaveLength(2)
    expect(right[1]).toBeCloseTo(2, 9)
    // Out from behind it again, past its end.
    const out = seen([0, 0, 1], [4, 0, -1], wall([2, -2], [2, 0.5]), -90)
    expect(out).toHaveLength(2)
    expect(out[0]).toBeCloseTo(2, 9)
    expect(out[1]).toBe(6)
  })
  it('goes on as one span where nothing of it changes in between', () => {
    const piece = pieceBetween([0, 0, 0], [4, 0, 0], 1)
    expect(gaze(piece, { at: [2, 0, -9] }, { target: [2, 0, -5], within: 90, eye: 1.6 }, [])).toEqual([0, 4])
  })
  it('is let through below and above what a wall covers at the height of the eyes', () => {
    const wall: Wall = {
      id: 'w',
      from: [-2, -2],
      to: [2, -2],
      y: 0,
      height: 2,
      thickness: 0.2,
      openings: [{ id: 'o', at: 1.5, width: 1, sill: 1, height: 0.5 }],
    }
    const sees = (eye: number, target: Point) => looks([0, 0, 0], { yaw: 0 }, { target, within: 60, eye }, [wall])
    expect([0.5, 1.2, 1.7, 2.5].map((eye) => sees(eye, [0, 0, -5]))).toEqual([false, true, false, true])
    expect(sees(1.2, [3, 0, -4])).toBe(false)
    expect(sees(1.2, [0, 0, -1])).toBe(true)
  })
})
