import { describe, expect, it } from 'vitest'
import { readShow, type Shape, type Show, type Zone } from '../show'
import { readFileSync } from 'node:fs'
import { passingOf, routeBetween, walkableOf, waysAround, widened } from '.'

/** Two rooms of 5 × 6 m with a doorway of 1.6 m between them, at z 2.2 to 3.8. */
function rooms(
  shape: object,
  more: { zone?: object; place?: object; walks?: object[] } = {},
): { show: Show; zone: Zone } {
  const show = readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Two rooms',
    place: {
      floors: [
        {
          id: 'a',
          name: 'A',
          y: 0,
          outline: [
            [0, 0],
            [5, 0],
            [5, 6],
            [0, 6],
          ],
        },
        {
          id: 'b',
          name: 'B',
          y: 0,
          outline: [
            [5, 0],
            [10, 0],
            [10, 6],
            [5, 6],
          ],
        },
      ],
      walls: [
        { id: 'n', from: [0, 0], to: [10, 0] },
        { id: 's', from: [0, 6], to: [10, 6] },
        { id: 'w', from: [0, 0], to: [0, 6] },
        { id: 'e', from: [10, 0], to: [10, 6] },
        { id: 'm', from: [5, 0], to: [5, 6], openings: [{ id: 'door', at: 2.2, width: 1.6 }] },
      ],
      ...more.place,
    },
    zones: [{ id: 'z', name: 'Z', shape, ...more.zone }],
    walks: more.walks ?? [{ id: 'w', name: 'W', points: [{ at: [1, 0, 3] }, { at: [9, 0, 3] }] }],
  })
  return { show, zone: show.zones[0] }
}
const box = (x: number, z: number, w: number, d: number, y = 0): Shape => ({
  kind: 'box',
  at: [x, y, z],
  yaw: 0,
  size: [w, 2.2, d],
})

describe('a way around a zone', () => {
  it('is found beside one that leaves more of a doorway than a body is wide, with how wide it is', () => {
    const { show, zone } = rooms(box(5, 2.6, 1, 0.8))
    const way = waysAround(show, zone)!
    // The zone reaches to z 3.0, the doorway to 3.8.
    expect(way.width).toBeCloseTo(0.8, 2)
    expect(way.far).toBe(false)
    expect(way.at[0]).toBeGreaterThan(4.4)
    expect(way.at[0]).toBeLessThan(5.6)
  })
  it('is none where the gap is narrower than a body, or the feet alone are noticed through it', () => {
    const gap = (left: number) => rooms(box(5, 2.2 + (1.6 - left) / 2, 1, 1.6 - left))
    expect(waysAround(...valuesOf(gap(0.59)))).toBeUndefined()
    expect(waysAround(...valuesOf(gap(0.62)))).toBeDefined()
    const feet = rooms(box(5, 2.75, 1, 1.1), { zone: { notices: 'feet' } })
    // Half a metre beside it: a body's middle gets by where its radius of 0.3 m keeps from the wall.
    expect(waysAround(feet.show, feet.zone)).toBeDefined()
  })
  it('goes under a zone that hangs above the head, and over one below the floor', () => {
    const over = rooms(box(5, 3, 1, 1.6, 1.9))
    expect(waysAround(over.show, over.zone)).toBeDefined()
    const within = rooms(box(5, 3, 1, 1.6, 1.7))
    expect(waysAround(within.show, within.zone)).toBeUndefined()
  })
  it('through other rooms is told apart', () => {
    const second = {
      id: 'm',
      from: [5, 0],
      to: [5, 6],
      openings: [
        { id: 'door', at: 0.5, width: 1 },
        { id: 'other', at: 4.8, width: 1 },
      ],
    }
    const { show, zone } = rooms(box(5, 1, 1, 1), {
      place: { walls: [...rooms(box(0, 0, 1, 1)).show.place.walls.slice(0, 4), second] },
      walks: [{ id: 'w', name: 'W', points: [{ at: [4, 0, 1] }, { at: [6, 0, 1] }] }],
    })
    const way = waysAround(show, zone)!
    expect(way.far).toBe(false)
    expect(way.length).toBeGreaterThan(6)
  })
  it('is closed by widening the zone, whatever its shape', () => {
    const shapes: Shape[] = [
      box(5, 2.6, 1, 0.8),
      { ...box(5, 2.6, 1, 0.8), yaw: 20 } as Shape,
      { kind: 'cylinder', at: [5, 0, 2.7], radius: 0.4, height: 2 },
      {
        kind: 'prism',
        y: 0,
        height: 2,
        outline: [
          [4.5, 2.2],
          [5.5, 2.2],
          [5.5, 3],
          [4.5, 3],
        ],
      },
    ]
    for (const shape of shapes) {
      const { show, zone } = rooms(shape)
      expect(waysAround(show, zone), shape.kind).toBeDefined()
      const now = widened(show, zone)!
      expect(waysAround(show, { ...zone, shape: now }), shape.kind).toBeUndefined()
      expect(waysAround(show, { ...zone, shape: now }), shape.kind).toBeUndefined()
    }
  })
  it('is measured by who is thinner too', () => {
    const { show, zone } = rooms(box(5, 2.2 + 0.55, 1, 1.1))
    expect(waysAround(show, zone)).toBeUndefined()
    expect(waysAround(show, zone, { radius: 0.2, height: 1.2 })).toBeDefined()
  })
})
const valuesOf = ({ show, zone }: { show: Show; zone: Zone }): [Show, Zone] => [show, zone]

describe('a route', () => {
  const { show } = rooms(box(1, 1, 0.5, 0.5), {
    place: { props: [{ id: 'pillar', name: 'Pillar', kind: 'box', at: [2.5, 0, 3], size: [1, 2, 1] }] },
  })
  const walkable = walkableOf(show, show.player)
  it('goes through the doorway and round what stands there, no nearer than a body is wide, by the shortest way', () => {
    const spots = routeBetween(walkable, [1, 1], [9, 1], [0, 0])
    expect(spots.length).toBeGreaterThan(0)
    const all = [[1, 1], ...spots, [9, 1]]
    const length = all.slice(1).reduce((sum, [x, z], i) => sum + Math.hypot(x - all[i][0], z - all[i][1]), 0)
    // Taut round the jambs, 0.3 m off their corners at (4.9, 2.2) and (5.1, 2.2): tangent, arc, along, arc, tangent.
    const tangent = Math.sqrt(3.9 ** 2 + 1.2 ** 2 - 0.09)
    const turn = Math.atan2(1.2, 3.9) + Math.asin(0.3 / Math.hypot(3.9, 1.2))
    expect(length).toBeCloseTo(2 * (tangent + 0.3 * turn) + 0.2, 1)
  })
  it('is straight where nothing stands between', () => {
    expect(routeBetween(walkable, [1, 1], [4, 1], [0, 0])).toEqual([])
  })
  it('goes round a pillar', () => {
    const spots = routeBetween(walkable, [1, 3], [4, 3], [0, 0])
    expect(spots.length).toBeGreaterThan(1)
    for (const [x, z] of spots) expect(Math.max(Math.abs(x - 2.5), Math.abs(z - 3))).toBeGreaterThan(0.5)
  })
})

describe('where it is hard to tell what past means', () => {
  const shown = (name: string) => readShow(JSON.parse(readFileSync(`tests/files/${name}.esvik.json`, 'utf8')))
  it.each(['ways-a-beside-wall', 'ways-b-stop-inside'])('one walks by a small zone at a wall (%s)', (name) => {
    const show = shown(name)
    const passing = passingOf(show, show.zones[0])
    expect(passing.asked).toBe(true)
    expect(waysAround(show, show.zones[0])!.width).toBeGreaterThan(4)
  })
  it('what can’t be asked is said not to have been: nobody can stand on two sides of it', () => {
    const show = shown('ways-a-beside-wall')
    // It fills the whole room.
    const zone = { ...show.zones[0], shape: { ...show.zones[0].shape, at: [5, 0, 3], size: [10, 2, 6] } } as never
    expect(passingOf({ ...show, walks: [] }, zone)).toEqual({ asked: false })
  })
  it('a sphere notices feet and eyes as far as it reaches at their height', () => {
    const show = { ...shown('ways-a-beside-wall'), walks: [] }
    // 1.5 m up with a radius of 2 it reaches 1.32 m at the floor, and 2 m at the eyes (nearly): beside it 6 m of room.
    const sphere = (notices: 'feet' | 'eyes', z: number) =>
      ({ ...show.zones[0], notices, shape: { kind: 'sphere', at: [5, 1.5, z], radius: 2 } }) as never
    // 1.75 m off the wall: a body's middle comes no nearer to that than 0.4 m, where feet get by and eyes don't.
    const beside = (notices: 'feet' | 'eyes', off: number) => {
      const narrow = { ...show, place: { ...show.place, walls: [...show.place.walls, { ...show.place.walls[0], id: 'm', from: [0, 3.5], to: [10, 3.5] }] } } // prettier-ignore
      return passingOf(narrow as never, sphere(notices, off))
    }
    expect(beside('feet', 1.75)).toMatchObject({ asked: true, way: { far: false } })
    expect(beside('eyes', 1.75)).toEqual({ asked: true, way: undefined })
  })
  it('round zones are as wide as they are, but for 5 mm', () => {
    const show = { ...shown('ways-a-beside-wall'), walks: [] }
    for (const radius of [0.5, 1.3, 2.1]) {
      const zone = { ...show.zones[0], shape: { kind: 'cylinder', at: [5, 0, 3], radius, height: 2 } } as never
      const { spots } = waysAround(show, zone)!
      const nearest = Math.min(...spots.map(([x, z]) => Math.hypot(x - 5, z - 3)))
      expect(nearest).toBeGreaterThan(radius + 0.3 - 0.0051)
    }
  })
})
