import { describe, expect, it } from 'vitest'
import { completeWall, readShow, type Point, type Spot } from '../show'
import {
  alongWall,
  between,
  edgesOf,
  floorAt,
  floorHeight,
  halfWay,
  meanOf,
  onWall,
  pieceBetween,
  pieceOver,
  positionOn,
  signedArea,
  solidOf,
  standing,
  withAxis,
  wrapped,
  yawOf,
  yawOfWall,
  zonesAt,
} from '.'

describe('yaws', () => {
  it('face −Z at 0 and grow counter-clockwise seen from above', () => {
    expect(yawOf(0, -1)).toBeCloseTo(0)
    expect(yawOf(-1, 0)).toBeCloseTo(90)
    expect(Math.abs(yawOf(0, 1))).toBeCloseTo(180)
    expect(yawOf(1, 0)).toBeCloseTo(-90)
  })
  it('differ by half a turn at the most, the shorter way', () => {
    expect(between(10, 350)).toBe(20)
    expect(between(-170, 170)).toBe(20)
    expect(between(0, 180)).toBe(180)
    expect(between(0, 190)).toBe(170)
    expect(between(720, 5)).toBe(5)
  })
  it('are written above −180 and up to 180', () => {
    expect([0, 180, 181, -180, 540, -90, 359].map(wrapped)).toEqual([0, 180, -179, 180, 180, -90, -1])
  })
})

describe('a piece of a walk', () => {
  it('goes straight and evenly from one point to the other', () => {
    const piece = pieceBetween([1, 2, 3], [4, 2, 7], 2)
    expect(piece.seconds).toBe(2.5)
    expect(positionOn(piece, 1.25)).toEqual([2.5, 2, 5])
    expect(positionOn(pieceOver([0, 1, 0], [0, 3, 8], 4), 2)).toEqual([0, 2, 4])
    expect(positionOn(pieceOver([0, 1, 0], [5, 5, 5], 0), 0)).toEqual([0, 1, 0])
    expect(pieceOver([0, 1, 0], [5, 5, 5], 0).velocity).toEqual([0, 0, 0])
    expect(positionOn(standing([1, 1, 1]), 1e9)).toEqual([1, 1, 1])
  })
})

describe('along a wall', () => {
  const wall = completeWall({ id: 'w', from: [1, 1], to: [1, 5] })
  it('a spot lies so far along it and so far off it', () => {
    expect(alongWall(wall, 3)).toEqual([1, 4])
    expect(onWall(wall, 3, 2)).toEqual({ at: 1, off: 2 })
    expect(onWall(wall, 1, 8)).toEqual({ at: 7, off: 3 })
    expect(onWall(wall, 4, -3)).toEqual({ at: -4, off: 5 })
    const slanted = completeWall({ id: 's', from: [0, 0], to: [6, 8] })
    expect(onWall(slanted, 3 - 0.8, 4 + 0.6).at).toBeCloseTo(5)
    expect(onWall(slanted, 3 - 0.8, 4 + 0.6).off).toBeCloseTo(1)
    expect(yawOfWall(wall)).toBeCloseTo(-90)
  })
})

describe('outlines', () => {
  const square: [number, number][] = [[0, 0], [4, 0], [4, 2], [0, 2]] // prettier-ignore
  it('have edges round, an area and a middle', () => {
    expect(edgesOf(square)[3]).toEqual([[0, 2], [0, 0]]) // prettier-ignore
    expect(signedArea(square)).toBe(8)
    expect(signedArea([...square].reverse())).toBe(-8)
    expect(meanOf(square)).toEqual([2, 1])
    expect(halfWay([0, 2], [4, 6])).toEqual([2, 4])
    expect(withAxis([1, 2, 3], 1, 9)).toEqual([1, 9, 3])
  })
})

describe('floors', () => {
  const ramp = { y: 1, outline: [[0, 0], [4, 0], [4, 8], [0, 8]] as [number, number][], slopeTo: { edge: [0, 1] as [number, number], y: 5 } } // prettier-ignore
  it('rise evenly to the edge they slope to', () => {
    expect(floorHeight(ramp, 2, 0)).toBe(5)
    expect(floorHeight(ramp, 1, 8)).toBe(1)
    expect(floorHeight(ramp, 3, 2)).toBe(4)
    const slanted = {
      y: 0,
      outline: [[10, 10], [13, 14], [9, 17], [6, 13]] as [number, number][],
      slopeTo: { edge: [0, 1] as [number, number], y: 2 },
    } // prettier-ignore
    expect(floorHeight(slanted, 10, 10)).toBeCloseTo(2)
    expect(floorHeight(slanted, 13, 14)).toBeCloseTo(2)
    expect(floorHeight(slanted, 9, 17)).toBeCloseTo(0)
    expect(floorHeight(slanted, 9.5, 13.5)).toBeCloseTo(1)
  })
  it('rise as evenly where their edge runs across, far from nought', () => {
    // The edge it slopes to is 5 m long, from (10, 5) to (13, 9); it is 10 m deep at right angles to that.
    const floor = { y: 1, outline: [[10, 5], [13, 9], [5, 15], [2, 11]] as Spot[], slopeTo: { edge: [0, 1] as [number, number], y: 4 } } // prettier-ignore
    expect(floorHeight(floor, 11.5, 7)).toBeCloseTo(4)
    expect(floorHeight(floor, 7.5, 10)).toBeCloseTo(2.5)
    expect(floorHeight(floor, 3.5, 13)).toBeCloseTo(1)
  })
  it('of several at a spot the highest counts, and none where there is none', () => {
    const flat = (id: string, y: number) => ({ id, name: id, y, outline: ramp.outline })
    expect(floorAt([flat('a', 1), flat('b', 3), flat('c', 2)], 1, 1)).toBe(3)
    expect(floorAt([flat('a', 1)], 9, 9)).toBeUndefined()
  })
})

describe('solids', () => {
  it('of a prism in a frame lie where its corners come to, between its heights', () => {
    const prism = { kind: 'prism' as const, y: 0.5, height: 2, outline: [[1, 0], [4, 0], [4, 2]] as Spot[] } // prettier-ignore
    // Turned by a quarter: what lay to the east lies to the north.
    const { bounds } = solidOf(prism, { at: [10, 3, 20], yaw: 90 })
    expect(bounds.map((each) => Math.round(each * 1e9) / 1e9)).toEqual([10, 3.5, 16, 12, 5.5, 19])
  })
})

describe('the zones at a point', () => {
  const box = (id: string, at: Point, more = {}) => ({
    id,
    name: id,
    shape: { kind: 'box', at, size: [2, 1, 2] },
    ...more,
  })
  const show = readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Zones',
    place: { props: [{ id: 'cart', name: 'Cart', kind: 'box', at: [10, 0, 0], size: [1, 1, 1] }, { id: 'crate', name: 'Crate', kind: 'box', at: [0, 0, 0], size: [1, 1, 1] }] }, // prettier-ignore
    zones: [
      box('here', [0, 0, 0]),
      box('off', [0, 0, 0], { enabled: false }),
      box('above', [0, 1.5, 0], { notices: 'feet' }),
      box('eyes', [0, 1.5, 0], { notices: 'eyes' }),
      box('on-cart', [0, 0, 0], { tiedTo: { prop: 'cart' } }),
    ],
  })
  const at = (point: Point) => zonesAt(show, point).map(({ id }) => id)
  it('are those that are on and notice what they notice of a body, at their prop if they are tied', () => {
    expect(at([0, 0, 0])).toEqual(['here', 'eyes'])
    expect(at([0, 1.6, 0])).toEqual(['above'])
    expect(at([10, 0, 0])).toEqual(['on-cart'])
    expect(at([1.2, 0, 0])).toEqual(['here'])
    expect(at([50, 0, 50])).toEqual([])
  })
})
