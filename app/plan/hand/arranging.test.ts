import { describe, expect, it } from 'vitest'
import { patchOf, readShow, type Editor, type Show } from '~~/core/show'
import type { ThingRef } from '~/document/things'
import { align, distribute, turn } from './arranging'
import { moveThings } from '../forms/thing-forms'

const box = (x: number, z: number, width = 2) => ({ kind: 'box', at: [x, 0, z], size: [width, 2, 1] })
const show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Row',
  place: {
    props: [{ id: 'post', name: 'Post', kind: 'box', at: [9, 0, 4], size: [1, 1, 1], yaw: 10 }],
    lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 1, 0], candela: 3, tiedTo: { prop: 'post' } }],
    walls: [{ id: 'wall', from: [0, 0], to: [4, 0] }],
  },
  zones: [
    { id: 'a', name: 'A', shape: box(1, 0) },
    { id: 'b', name: 'B', shape: box(2, 3, 4) },
    { id: 'c', name: 'C', shape: box(10, 1) },
  ],
})
const zones: ThingRef[] = ['a', 'b', 'c'].map((id) => ({ kind: 'zone', id }))
const after = (work: (edit: Editor) => void): Show => readShow(JSON.parse(JSON.stringify(patchOf(show, work).show)))
const middles = (now: Show) => now.zones.map(({ shape }) => (shape.kind === 'box' ? [shape.at[0], shape.at[2]] : []))

describe('several things', () => {
  it('come into line with the outermost, or in the middle', () => {
    expect(middles(after((edit) => align(edit, zones, 'x', 'least')))).toEqual([[1, 0], [2, 3], [1, 1]]) // prettier-ignore
    expect(middles(after((edit) => align(edit, zones, 'x', 'most')))).toEqual([[10, 0], [9, 3], [10, 1]]) // prettier-ignore
    expect(middles(after((edit) => align(edit, zones, 'z', 'middle')))).toEqual([[1, 1.5], [2, 1.5], [10, 1.5]]) // prettier-ignore
  })
  it('are spread evenly between the first and the last', () => {
    expect(middles(after((edit) => distribute(edit, zones, 'x')))).toEqual([[1, 0], [5.5, 3], [10, 1]]) // prettier-ignore
    expect(middles(after((edit) => distribute(edit, zones.slice(0, 2), 'x')))).toEqual(middles(show))
  })
  it('turn together about their middle, whatever they are', () => {
    const things: ThingRef[] = [{ kind: 'wall', id: 'wall' }, zones[0]!]
    // They lie between 0 and 4, and half a metre to either side of the wall.
    const turned = after((edit) => turn(edit, things, 90))
    expect(turned.place.walls[0]).toMatchObject({ from: [2, 2], to: [2, -2] })
    expect(turned.zones[0]!.shape).toMatchObject({ at: [2, 0, 1], yaw: 90 })
  })
  it('that are tied to one another go once', () => {
    const things: ThingRef[] = [
      { kind: 'prop', id: 'post' },
      { kind: 'light', id: 'lamp' },
    ]
    const moved = after((edit) => moveThings(edit, show, things, 3, 0))
    expect([moved.place.props[0]!.at, moved.place.lights[0]!.at]).toEqual([[12, 0, 4], [0, 1, 0]]) // prettier-ignore
    const turned = after((edit) => turn(edit, [things[1]!, things[0]!], 90))
    expect([turned.place.props[0]!.yaw, turned.place.lights[0]!.at]).toEqual([100, [0, 1, 0]])
  })
})
