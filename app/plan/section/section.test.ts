import { describe, expect, it } from 'vitest'
import { patchOf, readShow } from '~~/core/show'
import { alongCut, behindCut, floorsCut, liftsOf, propsCut, wallsCut, zonesCut, type Cut } from './section'

const show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Cut',
  place: {
    floors: [
      { id: 'flat', name: 'Flat', y: 0, outline: [[0, 0], [6, 0], [6, 6], [0, 6]] }, // prettier-ignore
      { id: 'ramp', name: 'Ramp', y: 0, outline: [[6, 0], [10, 0], [10, 6], [6, 6]], slopeTo: { edge: [1, 2], y: 2 } }, // prettier-ignore
    ],
    walls: [
      { id: 'wall', from: [3, 0], to: [3, 6], openings: [{ id: 'gate', at: 2, width: 2, sill: 0.5, height: 1.5 }] },
    ],
    props: [{ id: 'box', name: 'Box', kind: 'box', at: [5, 0.2, 3], size: [1, 0.8, 1] }],
  },
  zones: [{ id: 'z', name: 'Z', shape: { kind: 'cylinder', at: [5, 0.1, 3], radius: 1, height: 2 } }],
})
const across: Cut = { x: 0, z: 3, yaw: 0 }

describe('a section', () => {
  it('has the scale and the place of X when it goes along it, and looks towards −Z', () => {
    expect(alongCut(across, [7, 1])).toBe(7)
    expect([behindCut(across, [7, 1]), behindCut(across, [7, 4])].map(Math.sign)).toEqual([1, -1])
  })
  it('shows floors at their heights, ramps as they rise', () => {
    expect(floorsCut(show, across)).toEqual([
      { id: 'flat', from: 0, to: 6, y0: 0, y1: 0 },
      { id: 'ramp', from: 6, to: 10, y0: 0, y1: 2 },
    ])
    const steep: Cut = { x: 8, z: 0, yaw: 90 }
    expect(floorsCut(show, steep)[0]).toMatchObject({ id: 'ramp', y0: 1, y1: 1 })
  })
  it('shows of a wall what stands under a sill and over an opening', () => {
    expect(wallsCut(show, across).map(({ low, high }) => [low, high])).toEqual([
      [0, 0.5],
      [2, 3],
    ])
    expect(wallsCut(show, { ...across, z: 1 }).map(({ low, high }) => [low, high])).toEqual([[0, 3]])
  })
  it('shows zones and props as wide as they are there', () => {
    expect(propsCut(show, across)).toMatchObject([{ from: 4.5, to: 5.5, low: 0.2, high: 1 }])
    const [zone] = zonesCut(show, { ...across, z: 3.6 })
    expect(zone!.to - zone!.from).toBeCloseTo(1.6, 1)
    expect([zone!.low, zone!.high]).toEqual([0.1, 2.1])
    expect(zonesCut(show, { ...across, z: 4.2 })).toEqual([])
  })
})

describe('lifting', () => {
  const lifted = (kind: 'zone' | 'wall' | 'floor' | 'prop', id: string, key: string, y: number) => {
    const lift = liftsOf(show, across, { kind, id }).find((each) => each.key === key)!
    return patchOf(show, (edit) => lift.drag(edit, y)).show
  }
  it('moves the foot of a zone and leaves its top; and never past it', () => {
    expect(lifted('zone', 'z', 'foot', -0.4).zones[0]!.shape).toMatchObject({ at: [5, -0.4, 3], height: 2.5 })
    expect(lifted('zone', 'z', 'top', 3).zones[0]!.shape).toMatchObject({ at: [5, 0.1, 3], height: 2.9 })
    expect(lifted('zone', 'z', 'foot', 9).zones[0]!.shape).toMatchObject({ height: 0.05 })
  })
  it('raises the head of an opening, the top of a prop, the head of a ramp', () => {
    expect(lifted('wall', 'wall', 'head-gate', 2.4).place.walls[0]!.openings[0]).toMatchObject({
      sill: 0.5,
      height: 1.9,
    })
    expect(lifted('prop', 'box', 'top', 2).place.props[0]!.size).toEqual([1, 1.8, 1])
    expect(lifted('floor', 'ramp', 'head', 1.5).place.floors[1]!.slopeTo).toEqual({ edge: [1, 2], y: 1.5 })
  })
})
