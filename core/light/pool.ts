import type { Light, Point, Spot, Wall } from '../show'
import { visibleFrom } from '../space'
import { axisOf, shareOf } from './illuminance'

/** So many spots make the edge of a pool of light, each found by so many halvings. */
const SPOTS = 96
const HALVINGS = 20

/** Where the axis of a light meets a height, or below the light where it doesn't within its reach. */
function middleOfPool(light: Light, height: number): Spot {
  const [x, y, z] = light.at
  const [dx, dy, dz] = axisOf(light)
  const far = light.kind === 'spot' && dy !== 0 ? (height - y) / dy : -1
  return far > 0 && far < light.reach ? [x + dx * far, z + dz * far] : [x, z]
}

/** The edge within which a light gives so many lux at a height, as if there were no walls; empty where it gives less everywhere. */
export function poolOf(light: Light, height: number, lux: number): Spot[] {
  const [mx, mz] = middleOfPool(light, height)
  const luxAt = (x: number, z: number) => light.candela * shareOf(light, light.at, [x, height, z] satisfies Point)
  if (luxAt(mx, mz) < lux) return []
  return Array.from({ length: SPOTS }, (_, i) => {
    const [dx, dz] = [Math.cos((i / SPOTS) * 2 * Math.PI), Math.sin((i / SPOTS) * 2 * Math.PI)]
    let [near, far] = [0, 2 * light.reach]
    for (let n = 0; n < HALVINGS; n++) {
      const middle = (near + far) / 2
      if (luxAt(mx + dx * middle, mz + dz * middle) >= lux) near = middle
      else far = middle
    }
    return [mx + dx * near, mz + dz * near]
  })
}

/** What of the place a light can fall on at eye height, between walls: where walls are asked as the light on a player asks them. */
export const litFrom = (light: Light, walls: readonly Wall[], height: number): Spot[] =>
  visibleFrom([light.at[0], light.at[2]], walls, (light.at[1] + height) / 2, light.reach)
