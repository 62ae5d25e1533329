import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readShow, type Place, type Point, type Spot } from '../show'
import { distanceToOutline, insidePolygon } from '../space'
import { blockOver, standingAt, walkOn, wallsAsBlocks, type Intent, type Stance, type Surroundings } from '.'

const BUILD = { radius: 0.3, height: 1.8, step: 0.4, jump: 0.45 }
const wall = (id: string, from: Spot, to: Spot, more: object = {}) => ({ id, from, to, ...more })
const floor = (id: string, y: number, outline: Spot[], more: object = {}) => ({ id, name: id, y, outline, ...more })
const square = (half: number): Spot[] => [[-half, -half], [half, -half], [half, half], [-half, half]] // prettier-ignore
const placeOf = (place: object): Place =>
  readShow({ format: 'esvik-show', version: 1, title: 'Walked', place: { floors: [floor('f', 0, square(50))], ...place } }).place // prettier-ignore
const aroundOf = (place: object, blocks: Surroundings['blocks'] = []): Surroundings => {
  const { floors, walls } = placeOf(place)
  return { floors, blocks: [...wallsAsBlocks(walls), ...blocks] }
}
const box = ([x, z]: Spot, [w, h, d]: Point, y = 0) =>
  blockOver([[x - w / 2, z - d / 2], [x + w / 2, z - d / 2], [x + w / 2, z + d / 2], [x - w / 2, z + d / 2]], 0, y, y + h) // prettier-ignore
const go = (vx: number, vz: number, jumps = false): Intent => ({ vx, vz, jumps })
function walk(from: Stance, intent: Intent, seconds: number, around: Surroundings, rate = 60): Stance[] {
  const all = [from]
  for (let n = 0; n < Math.round(seconds * rate); n++) all.push(walkOn(all[n], intent, 1 / rate, around, BUILD))
  return all
}
const last = (stances: readonly Stance[]) => stances[stances.length - 1]

describe('somebody who walks', () => {
  it('goes as fast as they mean to, whatever the frame rate', () => {
    for (const rate of [7, 30, 144])
      expect(last(walk(standingAt([0, 0, 0]), go(1.4, 0), 5, aroundOf({}), rate)).at[0]).toBeCloseTo(7, 1)
  })

  it('is stopped by a wall half a body before it, slides along, and stands still in a corner', () => {
    const around = aroundOf({ walls: [wall('a', [3, -9], [3, 4]), wall('b', [-9, 4], [3, 4])] })
    const half = placeOf({ walls: [wall('a', [3, -9], [3, 4])] }).walls[0].thickness / 2
    const slid = last(walk(standingAt([0, 0, 0]), go(2, 0.5), 4, around))
    expect(slid.at[0]).toBeCloseTo(3 - half - 0.3, 3)
    expect(slid.at[2]).toBeCloseTo(2, 2)
    const cornered = walk(standingAt([0, 0, 0]), go(2, 2), 9, around).slice(-200)
    for (const { at } of cornered) expect(at).toEqual([cornered[0].at[0], 0, cornered[0].at[2]])
    expect(cornered[0].at[2]).toBeCloseTo(4 - half - 0.3, 3)
  })

  it('goes through a door and a low wall’s gap, and not through a window or under a lintel that is too low', () => {
    const through = (opening: object) => {
      const around = aroundOf({ walls: [wall('w', [2, -3], [2, 3], { openings: [{ id: 'o', at: 2, width: 2, ...opening }] })] }) // prettier-ignore
      return last(walk(standingAt([0, 0, 0]), go(1.4, 0), 4, around)).at[0] > 3
    }
    expect(through({ sill: 0, height: 2.1 })).toBe(true)
    expect(through({ sill: 0.3, height: 2.1 })).toBe(true)
    expect(through({ sill: 0.9, height: 1.2 })).toBe(false)
    expect(through({ sill: 0, height: 1.7 })).toBe(false)
    expect(through({ sill: 0, height: 2.1, width: 0.5 })).toBe(false)
  })

  it('climbs steps and ramps, not what is higher, and walks down again', () => {
    const stage = (y: number) => aroundOf({ floors: [floor('f', 0, square(9)), floor('s', y, [[2, -2], [6, -2], [6, 2], [2, 2]])] }) // prettier-ignore
    const onto = (y: number) => last(walk(standingAt([0, 0, 0]), go(1.4, 0), 3, stage(y))).at
    expect(onto(0.35)).toEqual([expect.closeTo(4.2, 1), 0.35, 0])
    expect(onto(0.6)).toEqual([expect.closeTo(2, 0), 0, 0])
    expect(onto(2.5)[1]).toBe(0)
    const down = last(walk(standingAt([3, 0.35, 0]), go(-1.4, 0), 2, stage(0.35)))
    expect([down.at[1], down.stands]).toEqual([0, true])
    const ramp = { slopeTo: { edge: [1, 2], y: 3 } }
    const rises = aroundOf({ floors: [floor('f', 0, square(20)), floor('r', 0, [[1, -1], [5, -1], [5, 1], [1, 1]], ramp), floor('up', 3, [[5, -2], [9, -2], [9, 2], [5, 2]])] }) // prettier-ignore
    const up = walk(standingAt([0, 0, 0]), go(1.4, 0), 5, rises)
    expect(last(up).at).toEqual([expect.closeTo(7, 1), 3, 0])
    // All the way on the ground.
    expect(up.every(({ stands }) => stands)).toBe(true)
  })

  it('jumps as high as the show says, onto what it reaches, and hits its head', () => {
    const heights = (around: Surroundings, rate: number) =>
      [go(0, 0, true), ...Array.from({ length: rate }, () => go(0, 0))].reduce<Stance[]>(
        (all, intent) => [...all, walkOn(last(all), intent, 1 / rate, around, BUILD)],
        [standingAt([0, 0, 0])],
      )
    for (const rate of [20, 60, 144]) {
      const jumped = heights(aroundOf({}), rate)
      expect(Math.max(...jumped.map(({ at }) => at[1]))).toBeCloseTo(0.45, 1)
      expect(last(jumped)).toMatchObject({ at: [0, 0, 0], stands: true })
    }
    const low = heights(aroundOf({}, [box([0, 0], [1, 0.2, 1], 2)]), 60)
    expect(Math.max(...low.map(({ at }) => at[1]))).toBeCloseTo(0.2, 3)
    const table = aroundOf({}, [box([1.5, 0], [1, 0.7, 1])])
    expect(last(walk(standingAt([0, 0, 0]), go(1.4, 0), 2, table)).at[0]).toBeCloseTo(0.7, 3)
    const running = walk(walkOn(standingAt([0.2, 0, 0]), go(2, 0, true), 1 / 60, table, BUILD), go(2, 0), 0.6, table)
    expect(last(running).at[1]).toBe(0.7)
  })

  it('falls off an edge, and is put back where it stood who would fall for ever', () => {
    const around = aroundOf({ floors: [floor('up', 3, square(2)), floor('down', 0, square(5))] })
    const fallen = walk(standingAt([0, 3, 0]), go(2, 0), 2.3, around)
    expect(last(fallen)).toMatchObject({ at: [expect.closeTo(4.6, 1), 0, 0], stands: true })
    expect(fallen.some(({ stands }) => !stands)).toBe(true)
    const lost = walk(last(fallen), go(2, 0), 3, around)
    expect(Math.min(...lost.map(({ at }) => at[1]))).toBeLessThan(-3)
    expect(last(walk(last(lost), go(0, 0), 2, around)).at[0]).toBeCloseTo(5, 0)
  })

  it('is pushed aside by what comes to stand where it is, and gets out of what it begins in', () => {
    const inside = walk(standingAt([0.2, 0, 0]), go(0, 0), 0.5, aroundOf({}, [box([0, 0], [1.4, 2, 3])]))
    expect(last(inside).at[0]).toBeCloseTo(1, 3)
  })

  it('never comes through anything, whatever it is pushed by, how fast, and how seldom it is asked', () => {
    const room: Spot[] = [[-4, -3], [4, -3], [5, 2], [0.5, 0.2], [-1, 4], [-5, 3]] // prettier-ignore
    const walls = room.map((from, i) => wall(`w${i}`, from, room[(i + 1) % room.length], { thickness: 0 }))
    const around = aroundOf({ walls }, [box([-2, 0.5], [0.8, 1.5, 0.8]), blockOver([[1.5, -1.5]], 0.4, 0, 1.2)])
    const push = fc.record({
      vx: fc.double({ min: -40, max: 40, noNaN: true }),
      vz: fc.double({ min: -40, max: 40, noNaN: true }),
      jumps: fc.boolean(),
      seconds: fc.double({ min: 0.001, max: 0.5, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(push, { minLength: 1, maxLength: 60 }), (pushes) => {
        let stance = standingAt([-3, 0, -1])
        for (const { seconds, ...intent } of pushes) {
          stance = walkOn(stance, intent, seconds, around, BUILD)
          const [x, y, z] = stance.at
          expect(insidePolygon(x, z, room)).toBe(true)
          expect(distanceToOutline(x, z, room)).toBeGreaterThan(0.3)
          expect(y).toBeGreaterThanOrEqual(0)
        }
      }),
      { numRuns: 200 },
    )
  })
})
