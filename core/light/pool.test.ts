import { describe, expect, it } from 'vitest'
import { completeLight, type Light } from '../show'
import { insidePolygon } from '../space'
import { litFrom, poolOf, shareOf } from '.'

const lamp = (more: Partial<Light> = {}): Light =>
  completeLight({ id: 'l', name: 'L', kind: 'point', at: [2, 2.65, 3], candela: 40, reach: 10, ...more })
const lux = (light: Light, x: number, z: number, y = 1.65) => light.candela * shareOf(light, light.at, [x, y, z])

describe('a pool of light', () => {
  it('ends where there is as much light as it says', () => {
    for (const each of [20, 5, 1])
      for (const [x, z] of poolOf(lamp(), 1.65, each)) expect(lux(lamp(), x, z)).toBeCloseTo(each, 3)
  })
  it('is round below a lamp, and smaller the more light is asked for', () => {
    const far = (asked: number) =>
      Math.hypot(poolOf(lamp(), 1.65, asked)[0][0] - 2, poolOf(lamp(), 1.65, asked)[0][1] - 3)
    // 40 cd a metre below the eyes’ height: 10 lx where the way is 2 m, so 1.73 m aside, but for the window of its reach.
    expect(far(10)).toBeCloseTo(Math.sqrt(3), 1)
    expect(far(20)).toBeLessThan(far(10))
    expect(poolOf(lamp(), 1.65, 100)).toEqual([])
  })
  it('lies where a cone points', () => {
    const cone = lamp({ kind: 'spot', yaw: 90, pitch: -45, cone: 40 })
    const pool = poolOf(cone, 1.65, 2)
    expect(insidePolygon(1, 3, pool)).toBe(true)
    expect(insidePolygon(3, 3, pool)).toBe(false)
    expect(lux(cone, 3, 3)).toBe(0)
  })
  it('is nothing where a cone looks away', () => {
    expect(poolOf(lamp({ kind: 'spot', pitch: 60, cone: 30 }), 1.65, 1)).toEqual([])
  })
  it('falls on nothing behind a wall', () => {
    const wall = { id: 'w', from: [-5, 5], to: [9, 5], y: 0, height: 3, thickness: 0.2, openings: [] } as never
    const lit = litFrom(lamp(), [wall], 1.65)
    expect([insidePolygon(2, 4.9, lit), insidePolygon(2, 5.1, lit)]).toEqual([true, false])
  })
})
