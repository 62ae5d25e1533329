import { describe, expect, it } from 'vitest'
import type { Shape } from '~~/core/show'
import { moved } from './geometry'
import { snapped } from './snapping'
import { drawn, handlesOf } from './handles'

const box: Shape = { kind: 'box', at: [0, 0, 0], yaw: 0, size: [4, 2, 2] }

const handle = (shape: Shape, key: string) => handlesOf(shape, 1).find((h) => h.key === key)!

describe('handles', () => {
  it('the corner opposite to the one that is dragged stays where it is', () => {
    const shape = handle(box, 'size11').drag(3, 2, false)
    expect(shape).toEqual({ kind: 'box', at: [0.5, 0, 0.5], yaw: 0, size: [5, 2, 3] })
  })
  it('also when the box is turned', () => {
    const turned = { ...box, yaw: 90 } as Shape
    const far = handle(turned, 'size-1-1')
    const shape = handle(turned, 'size11').drag(2, -5, false)
    const after = handle(shape, 'size-1-1')
    expect([after.x, after.z].map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual(
      [far.x, far.z].map((v) => Math.round(v * 1e6) / 1e6 + 0),
    )
  })
  it('a side changes one measure only', () => {
    expect(handle(box, 'size10').drag(3, 99, false)).toMatchObject({ size: [5, 2, 2] })
  })
  it('turning snaps to five degrees, unless it is free', () => {
    expect(handle(box, 'turn').drag(-1, -1.1, false)).toMatchObject({ yaw: 40 })
    expect(handle(box, 'turn').drag(-1, -1, true)).toMatchObject({ yaw: 45 })
    expect(handle(box, 'turn').drag(0, -3, false)).toMatchObject({ yaw: 0 })
  })
  it('a radius follows the hand and never vanishes', () => {
    const round: Shape = { kind: 'cylinder', at: [1, 0, 1], radius: 2, height: 2 }
    expect(handle(round, 'radius0').drag(4, 5, false)).toMatchObject({ radius: 5 })
    expect(handle(round, 'radius0').drag(1, 1, false)).toMatchObject({ radius: 0.1 })
  })
  it('a corner of a prism moves alone', () => {
    const prism: Shape = {
      kind: 'prism',
      y: 0,
      height: 2,
      outline: [
        [0, 0],
        [1, 0],
        [1, 1],
      ],
    }
    expect(handle(prism, 'corner1').drag(2, 0.5, false)).toMatchObject({
      outline: [
        [0, 0],
        [2, 0.5],
        [1, 1],
      ],
    })
  })
})

describe('new shapes', () => {
  it('lie between the corners of the drag, on the floor', () => {
    expect(drawn('box', [4, 4], [1, 2], 2.4)).toMatchObject({ at: [2.5, 2.4, 3], size: [3, 2.4, 2] })
    expect(drawn('cylinder', [0, 0], [3, 4], 0)).toMatchObject({ at: [0, 0, 0], radius: 5 })
    expect(drawn('sphere', [0, 0], [0, 2], 1)).toMatchObject({ at: [0, 2, 0], radius: 2 })
    expect(drawn('prism', [0, 0], [2, 1], 0)).toMatchObject({
      outline: [
        [0, 0],
        [2, 0],
        [2, 1],
        [0, 1],
      ],
    })
  })
  it('move in plan without changing', () => {
    expect(moved(box, 1.5, -1)).toEqual({ ...box, at: [1.5, 0, -1] })
    expect(moved(drawn('prism', [0, 0], [2, 1], 0), 1, 1)).toMatchObject({
      outline: [
        [1, 1],
        [3, 1],
        [3, 2],
        [1, 2],
      ],
    })
  })
  it('snap to decimetres, unless snapping is suspended', () => {
    expect(snapped(1.234, false)).toBeCloseTo(1.2, 9)
    expect(snapped(1.2345, true)).toBe(1.235)
  })
})
