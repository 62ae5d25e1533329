import { describe, expect, it } from 'vitest'
import { patchOf, readShow, type Editor, type Show } from '~~/core/show'
import { hingeOf } from '~/document/making/hinge'
import { carrying } from './carried'
import { freshDoor, openingAt } from '~/document/making/fresh-door'
import { frameOfDoor } from './doors'

const walled = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Doors',
  place: {
    walls: [
      { id: 'w', from: [0, 0], to: [0, 6], y: 1, openings: [{ id: 'o', at: 2, width: 1.2, sill: 0.1 }] },
      { id: 'other', from: [0, 0], to: [6, 0] },
    ],
  },
})
const frame = { wall: walled.place.walls[0]!, opening: walled.place.walls[0]!.openings[0]! }
const hung = patchOf(walled, (e) => e.add(['place', 'props'], freshDoor(walled, frame))).show
const doorOf = (show: Show) => show.place.props[0]!
const after = (work: (edit: Editor) => void) => patchOf(hung, carrying(work)).show

describe('a door', () => {
  it('fills the opening it is hung in, and stops nobody', () => {
    expect(doorOf(hung)).toMatchObject({
      name: 'Door',
      form: 'door',
      solid: false,
      at: [0, 1.1, 2.6],
      yaw: -90,
      size: [1.2, 2.1, 0.05],
    })
    expect(frameOfDoor(hung, doorOf(hung))).toEqual(frame)
  })
  it('hangs where the pointer is near an opening, not elsewhere along the wall', () => {
    expect(openingAt(walled.place.walls, [0.2, 2.5], 0.2)).toEqual(frame)
    expect(openingAt(walled.place.walls, [0.2, 4.5], 0.2)).toBeUndefined()
    expect(openingAt(walled.place.walls, [2, 0], 0.2)).toBeUndefined()
  })
  it('goes along when its opening is dragged along the wall, and gets as wide', () => {
    const moved = after((e) => e.set(['place', 'walls', 'w', 'openings'], [{ ...frame.opening, at: 3, width: 2 }]))
    expect(doorOf(moved)).toMatchObject({ at: [0, 1.1, 4], size: [2, 2.1, 0.05], yaw: -90 })
  })
  it('turns with its wall, and rises with it', () => {
    const turned = after((e) => {
      e.set(['place', 'walls', 'w', 'to'], [6, 0])
      e.set(['place', 'walls', 'w', 'y'], 2)
    })
    expect(doorOf(turned)).toMatchObject({ at: [2.6, 2.1, 0], yaw: 0 })
  })
  it('keeps its own size and place in a wall that is left alone', () => {
    const ajar = patchOf(hung, (e) => e.set(['place', 'props', 'door', 'yaw'], -60)).show
    const edited = patchOf(
      ajar,
      carrying((e) => e.set(['place', 'walls', 'other', 'to'], [9, 0])),
    ).show
    expect(doorOf(edited)).toEqual(doorOf(ajar))
  })
  it('stays where it stands once its opening is closed', () => {
    expect(doorOf(after((e) => e.set(['place', 'walls', 'w', 'openings'], [])))).toEqual(doorOf(hung))
  })
  it('has its hinge at the side on which it hangs, and none where it slides', () => {
    const hingeBy = (hinge?: 'left' | 'right' | 'slides') =>
      hingeOf(doorOf(patchOf(hung, (e) => e.set(['place', 'props', 'door', 'hinge'], hinge)).show))
    expect([hingeBy(), hingeBy('left'), hingeBy('right'), hingeBy('slides')]).toEqual([
      [-0.6, 0],
      [-0.6, 0],
      [0.6, 0],
      undefined,
    ])
  })
})
