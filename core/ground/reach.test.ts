import { describe, expect, it } from 'vitest'
import { readShow, type Show } from '../show'
import { nobodyEnters, unreachedPieces } from '.'

const rect = (x0: number, z0: number, x1: number, z1: number) => [[x0, z0], [x1, z0], [x1, z1], [x0, z1]] // prettier-ignore
/** Two rooms beside each other, a loft over the second, and a ramp up to that if it is wanted. */
function made({ door = 1, ramp = false, zone = {} }: { door?: number; ramp?: boolean; zone?: object }): Show {
  return readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Reach',
    place: {
      floors: [
        { id: 'a', name: 'A', y: 0, outline: rect(0, 0, 5, 6) },
        { id: 'b', name: 'B', y: 0, outline: rect(5, 0, 10, 6) },
        { id: 'loft', name: 'Loft', y: 2.4, outline: rect(14, 0, 20, 6) },
        ...(ramp ? [{ id: 'r', name: 'R', y: 0, outline: rect(10, 1, 14, 5), slopeTo: { edge: [1, 2], y: 2.4 } }] : []),
      ],
      walls: [{ id: 'm', from: [5, 0], to: [5, 6], openings: door > 0 ? [{ id: 'd', at: 2, width: door }] : [] }],
    },
    walks: [{ id: 'w', name: 'W', points: [{ at: [1, 0, 3] }, { at: [3, 0, 3] }] }],
    zones: [{ id: 'z', name: 'Z', shape: { kind: 'box', at: [8, 0, 3], size: [2, 2, 2] }, ...zone }],
  })
}
const areas = (show: Show) =>
  unreachedPieces(show)
    .map(({ area }) => Math.round(area))
    .sort((a, b) => a - b)

describe('where no walk leads', () => {
  it('is nothing that a door leads to, for who fits through it', () => {
    expect(areas(made({ door: 1 }))).toEqual([36])
    expect(areas(made({ door: 0.5 }))).toHaveLength(2)
    expect(areas(made({ door: 0 }))).toHaveLength(2)
  })
  it('is nothing that a ramp leads to', () => {
    expect(areas(made({ door: 1, ramp: true }))).toEqual([])
  })
})

describe('a zone that nobody can enter', () => {
  const zone = (shape: object, more = {}) => ({ zone: { shape: { kind: 'box', size: [2, 2, 2], ...shape }, ...more } })
  const enters = (more: object) => {
    const show = made(more)
    return !nobodyEnters(show, show.zones[0])
  }
  it('lies beside every floor, or over none at its height', () => {
    expect(enters(zone({ at: [8, 0, 3] }))).toBe(true)
    expect(enters(zone({ at: [30, 0, 3] }))).toBe(false)
    expect(enters(zone({ at: [8, 2.4, 3] }))).toBe(false)
    expect(enters(zone({ at: [17, 2.4, 3] }))).toBe(true)
  })
  it('hangs above the feet that it waits for', () => {
    expect(enters(zone({ at: [8, 0.5, 3] }))).toBe(true)
    expect(enters(zone({ at: [8, 0.5, 3] }, { notices: 'feet' }))).toBe(false)
  })
})
