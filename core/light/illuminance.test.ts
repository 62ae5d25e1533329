import { describe, expect, it } from 'vitest'
import { run, walksOf } from '../engine'
import { oneRule } from '../testing/small-show'
import { coneAt, falloff, luxOnPlayer } from '.'

const dark = { level: 0 }
function lux(light: object, t: number, more: object = {}): number {
  const show = oneRule({}, [], {
    show: {
      atmosphere: dark,
      place: {
        lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [10, 1.65, 0], candela: 90, reach: 1000, ...light }],
        ...more,
      },
    },
  })
  return luxOnPlayer(show, run(show, walksOf(show, ['w']), { seed: 1 }), 0, t)
}

describe('light on the player', () => {
  it('is candela over the square of the distance to the eyes', () => {
    expect(lux({}, 7)).toBeCloseTo(10, 6)
    expect(lux({}, 13)).toBeCloseTo(10, 6)
  })
  it('closes at its reach', () => {
    expect(lux({ reach: 3 }, 6)).toBe(0)
    expect(falloff(5, 10)).toBeCloseTo((1 - 0.5 ** 4) / 25, 9)
  })
  it('is kept off by a wall, and let through by its opening', () => {
    const wall = { id: 'wall', from: [8.5, -5], to: [8.5, 5] }
    expect(lux({}, 7, { walls: [wall] })).toBe(0)
    expect(lux({}, 7, { walls: [{ ...wall, openings: [{ id: 'door', at: 4, width: 2 }] }] })).toBeCloseTo(10, 6)
    expect(lux({}, 9, { walls: [wall] })).toBeCloseTo(90, 6)
  })
  it('of a spot stays within its cone', () => {
    const lamp = { cone: 60, edge: 0.5 }
    expect([0, 15, 30, 31].map((off) => coneAt(lamp, off) > 0)).toEqual([true, true, false, false])
    expect(coneAt(lamp, 14)).toBe(1)
    expect(lux({ kind: 'spot', at: [10, 4.65, 0], pitch: -90, cone: 40 }, 10)).toBeCloseTo(10, 6)
    expect(lux({ kind: 'spot', at: [10, 4.65, 0], pitch: -90, cone: 40 }, 7)).toBe(0)
  })
  it('of a spot fades out over the edge of its cone, by the square of the share of the way', () => {
    const lamp = { cone: 60, edge: 0.5 }
    const cos = (degrees: number) => Math.cos((degrees * Math.PI) / 180)
    const share = (cos(22) - cos(30)) / (cos(15) - cos(30))
    expect(coneAt(lamp, 22)).toBeCloseTo(share ** 2, 9)
    expect(coneAt({ cone: 60, edge: 0 }, 29.9)).toBe(1)
  })
  it('goes with the player when it is carried', () => {
    expect(lux({ tiedTo: { player: true } }, 5)).toBeCloseTo(lux({ tiedTo: { player: true } }, 12), 9)
  })
})
