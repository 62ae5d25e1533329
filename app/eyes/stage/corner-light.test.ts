import * as three from 'three'
import { describe, expect, it } from 'vitest'
import { falloff } from '~~/core/light'
import { completeLight, completeWall, type Point } from '~~/core/show'
import { CornerLight } from './corner-light'
import type { Lit } from './light-sheet'

/** Corners on the ground that face up, one metre apart along x from 0 on. */
function ground(count: number) {
  const geometry = new three.BufferGeometry()
  const each = (of: (i: number) => Point) => new three.BufferAttribute(Float32Array.from(Array.from({ length: count }, (_, i) => of(i)).flat()), 3) // prettier-ignore
  geometry.setAttribute('position', each((i) => [i, 0, 0])) // prettier-ignore
  geometry.setAttribute('normal', each(() => [0, 1, 0])) // prettier-ignore
  geometry.setAttribute('cornerLight', each(() => [0, 0, 0])) // prettier-ignore
  return geometry
}
const lamp = (at: Point, shines: Point): Lit => ({
  lamp: { light: completeLight({ id: 'l', name: 'L', kind: 'point', at, candela: 30, reach: 5 }), at, candela: 30, colour: '#ffffff', flicker: null, inHand: false, tile: 0 },
  shines,
  isNew: true,
}) // prettier-ignore
const red = (geometry: three.BufferGeometry) => Array.from({ length: geometry.getAttribute('cornerLight').count }, (_, i) => geometry.getAttribute('cornerLight').getX(i)) // prettier-ignore
const where = new three.Matrix4()

describe('the light at corners', () => {
  it('is what the formula says, leant as the surface is, and none past the reach', () => {
    const geometry = ground(7)
    new CornerLight(geometry).show([lamp([0, 2, 0], [30, 20, 10])], [], where)
    red(geometry).forEach((lux, i) => {
      const far = Math.hypot(i, 2)
      expect(lux).toBeCloseTo(far < 5 ? 30 * falloff(far, 5) * (2 / far) : 0, 4)
    })
  })
  it('stops at walls, follows what a lamp gives, and where the mesh stands', () => {
    const geometry = ground(3)
    const light = new CornerLight(geometry)
    const wall = completeWall({ id: 'w', from: [1.5, -9], to: [1.5, 9] })
    light.show([lamp([0, 2, 0], [30, 30, 30])], [wall], where)
    const [near, next, behind] = red(geometry)
    expect([near! > 0, next! > 0, behind]).toEqual([true, true, 0])
    light.show([lamp([0, 2, 0], [15, 15, 15])], [wall], where)
    expect(red(geometry)[0]).toBeCloseTo(near! / 2, 5)
    light.show([lamp([0, 2, 0], [15, 15, 15])], [wall], new three.Matrix4().makeTranslation(9, 0, 0))
    expect(red(geometry)).toEqual([0, 0, 0])
  })
})
