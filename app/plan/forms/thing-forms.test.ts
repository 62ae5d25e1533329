import { describe, expect, it } from 'vitest'
import { patchOf, readShow, type Show } from '~~/core/show'
import { fittedTo, doorwayAt, doorwaysOf, hangsAbove } from './fitting'
import { thingsUnder } from '../hand/hits'
import { storeysOf } from './storeys'
import { holdsOfThing, moveThings } from './thing-forms'
import { placed } from '~/document/making/tying'
import { throughWalls } from '../ways/through-walls'

const show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Two storeys',
  place: {
    floors: [
      { id: 'low', name: 'Low', y: 0, outline: [[0, 0], [10, 0], [10, 6], [0, 6]] }, // prettier-ignore
      { id: 'high', name: 'High', y: 3, outline: [[0, 0], [4, 0], [4, 6], [0, 6]] }, // prettier-ignore
    ],
    walls: [
      { id: 'a', from: [5, 0], to: [5, 6], openings: [{ id: 'door', name: 'Gate', at: 2, width: 1.4 }] },
      { id: 'b', from: [5, 6], to: [9, 6] },
      { id: 'window', from: [5, 0], to: [9, 0], openings: [{ id: 'w', at: 1, width: 1, sill: 1, height: 1 }] },
      { id: 'up', from: [4, 0], to: [4, 6], y: 3 },
    ],
    props: [
      { id: 'cart', name: 'Cart', kind: 'box', at: [2, 0, 2], yaw: 90, size: [1, 1, 1] },
      { id: 'crate', name: 'Crate', kind: 'box', at: [2, 3, 2], size: [1, 1, 1] },
    ],
    lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [2, 5.4, 4], candela: 10 }],
    marks: [{ id: 'eye', name: 'Eye', kind: 'camera', at: [8, 1.6, 3] }],
  },
  zones: [
    { id: 'wide', name: 'Wide', shape: { kind: 'box', at: [5, 0, 3], size: [8, 2, 5] } },
    { id: 'small', name: 'Small', shape: { kind: 'cylinder', at: [5.2, 0, 2.8], radius: 0.4, height: 2 } },
    { id: 'tied', name: 'Tied', tiedTo: { prop: 'cart' }, shape: { kind: 'box', at: [1, 0, 0], size: [1, 1, 1] } },
  ],
  walks: [
    {
      id: 'w',
      name: 'W',
      points: [{ at: [1, 0, 3] }, { at: [9, 0, 2.7] }, { at: [9, 0, 5] }, { at: [1, 0, 5] }],
    },
  ],
})
const after = (work: Parameters<typeof patchOf>[1]): Show => patchOf(show, work).show
const names = (x: number, z: number, storey?: number) => thingsUnder(show, { storey }, x, z, 0.02).map(({ id }) => id)

describe('what lies under the hand', () => {
  it('is the smallest zone first, no wall where a doorway is, and only what is on the storey that is shown', () => {
    expect(names(5, 2.8)).toEqual(['small', 'wide', 'low'])
    expect(names(5, 1)).toEqual(['a', 'wide', 'low'])
    expect(names(2, 2)).toEqual(['cart', 'crate', 'wide', 'low', 'high'])
    expect(names(2, 2, 1)).toEqual(['crate', 'high'])
    expect(names(2, 4, 1)).toEqual(['lamp', 'high'])
    expect(storeysOf(show).map(({ y, zones }) => [y, zones])).toEqual([
      [0, 3],
      [3, 0],
    ])
  })
})

describe('moving', () => {
  it('takes the corners of other walls along, once, and not those of another storey', () => {
    const moved = after((edit) => moveThings(edit, show, [{ kind: 'wall', id: 'a' }], 1, 0)).place.walls
    expect(moved.map(({ from, to }) => [from, to])).toEqual([
      [[6, 0], [6, 6]],
      [[6, 6], [9, 6]],
      [[6, 0], [9, 0]],
      [[4, 0], [4, 6]],
    ]) // prettier-ignore
    const both = [
      { kind: 'wall', id: 'a' },
      { kind: 'wall', id: 'b' },
    ] as const
    expect(after((edit) => moveThings(edit, show, both, 1, 0)).place.walls[1]!.to).toEqual([10, 6])
  })
  it('moves what is tied in the frame of its prop, so that it goes where the hand goes', () => {
    const { shape } = after((edit) => moveThings(edit, show, [{ kind: 'zone', id: 'tied' }], 0.5, 0)).zones[2]!
    // The cart is turned by 90°: its own X is the place's −Z.
    expect((shape as { at: number[] }).at).toEqual([1, 0, 0.5])
  })
  it('drags an opening along its wall and no further than its end', () => {
    const along = holdsOfThing(show, { kind: 'wall', id: 'a' }, 1).find(({ key }) => key === 'along-door')!
    expect([along.x, Math.round(along.z * 1e6) / 1e6]).toEqual([5, 2.7])
    expect(after((edit) => along.drag(edit, 5, 4, false)).place.walls[0]!.openings[0]!.at).toBe(3.3)
    expect(after((edit) => along.drag(edit, 5, 50, false)).place.walls[0]!.openings[0]!.at).toBe(4.6)
  })
  it('opens a camera mark to what it is dragged to', () => {
    const fov = holdsOfThing(show, { kind: 'mark', id: 'eye' }, 1).find(({ key }) => key === 'fov')!
    const mark = after((edit) => fov.drag(edit, 9, 2, false)).place.marks[0]!
    expect(mark.kind === 'camera' && mark.fov).toBe(90)
  })
})

describe('fitting', () => {
  it('fits a doorway’s whole width from the floor to 2.2 m, along its wall; windows are no doorways', () => {
    const [door, ...others] = doorwaysOf(show)
    expect(others).toEqual([])
    expect(fittedTo(show, door!)).toEqual({ kind: 'box', at: [5, 0, 2.7], yaw: 90, size: [1.4, 2.2, 0.875] })
  })
  it('takes a zone that is near the doorway, and no other', () => {
    expect(doorwayAt(show, show.zones[1]!)?.opening.id).toBe('door')
    expect(
      doorwayAt(show, { ...show.zones[1]!, shape: { kind: 'cylinder', at: [6, 0, 2.7], radius: 0.4, height: 2 } }),
    ).toBeUndefined()
  })
  it('says how high a zone hangs over the floor below it', () => {
    const at = (y: number) =>
      hangsAbove(show, { ...show.zones[0]!, shape: { kind: 'box', at: [7, y, 3], yaw: 0, size: [1, 1, 1] } })
    expect([at(0), at(-0.5), at(0.4)]).toEqual([0, 0, 0.4])
    expect(
      hangsAbove(show, { ...show.zones[0]!, shape: { kind: 'box', at: [70, 0, 3], yaw: 0, size: [1, 1, 1] } }),
    ).toBeUndefined()
  })
  it('gives a shape in the frame of a prop back as it was', () => {
    const { shape } = show.zones[0]!
    const [cart] = show.place.props
    expect(placed(placed(shape, cart!, false), cart!, true)).toEqual(shape)
  })
})

it('a walk through a wall is found by its point; through a doorway it goes', () => {
  expect(throughWalls(show, show.walks[0]!)).toEqual([2])
})
