import { describe, expect, it } from 'vitest'
import { readShow, type Point } from '~~/core/show'
import { freshLight, freshZone } from '~/document/making/fresh'
import { nameFromPlace } from './whereabouts'

const square = (x: number, z: number, size: number) => [[x, z], [x + size, z], [x + size, z + size], [x, z + size]] // prettier-ignore
const show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Loft',
  place: {
    floors: [
      { id: 'hall', name: 'Hall', y: 0, outline: square(0, 0, 10) },
      { id: 'loft', name: 'Drying loft', y: 3, outline: square(0, 0, 6) },
      { id: 'new', name: 'Floor 2', y: 0, outline: square(20, 0, 5) },
    ],
    walls: [
      {
        id: 'wall',
        from: [10, 0],
        to: [10, 10],
        openings: [
          { id: 'gap', at: 2, width: 1 },
          { id: 'gate', name: 'Sea gate', at: 7, width: 1 },
        ],
      },
    ],
    props: [
      { id: 'chest', name: 'Chest', kind: 'box', at: [3, 0, 8], size: [1, 1, 1] },
      { id: 'box', name: 'Box 2', kind: 'box', at: [8, 0, 8], size: [1, 1, 1] },
    ],
  },
})
const zone = (...at: Point) => nameFromPlace(show, 'zone', at)

describe('what nobody has named', () => {
  it('is called after the doorway that it stands in, the thing that it stands at, or the room', () => {
    expect(zone(9.6, 0, 2.5)).toBe('Hall doorway')
    expect(zone(9.9, 0, 7.4)).toBe('Hall sea gate')
    expect(zone(3, 0, 8.5)).toBe('By the chest')
    expect(zone(7.7, 0, 7.7)).toBe('Hall zone')
    expect(nameFromPlace(show, 'lamp', [2, 2.2, 8])).toBe('Hall lamp')
  })
  it('is in the room of its storey, and has the plain word where no room has a name', () => {
    expect(zone(2, 3, 2)).toBe('Drying loft zone')
    expect(zone(22, 0, 2)).toBe('Zone')
    expect(zone(50, 0, 50)).toBe('Zone')
    expect(nameFromPlace(show, 'camera', [50, 1.6, 50])).toBe('Camera')
  })
  it('never has the name of another', () => {
    const shape = { kind: 'box', at: [9.6, 0, 2.5], yaw: 0, size: [1, 2, 1] } as const
    const first = freshZone(show, { ...shape, at: [9.6, 0, 2.5], size: [1, 2, 1] })
    const with1 = { ...show, zones: [first] }
    const second = freshZone(with1, { ...shape, at: [9.6, 0, 2.5], size: [1, 2, 1] })
    expect([first.name, second.name]).toEqual(['Hall doorway', 'Hall doorway 2'])
    expect(first.id).not.toBe(second.id)
    expect(freshLight(show, 'spot', [2, 5.4, 2]).name).toBe('Drying loft spot lamp')
  })
})
