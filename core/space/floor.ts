import type { Floor } from '../show'
import { insidePolygon } from './lines'

/** The height of a floor at a spot; a ramp goes evenly from its own height to that of the edge it slopes to. */
export function floorHeight(floor: Pick<Floor, 'y' | 'outline' | 'slopeTo'>, x: number, z: number): number {
  if (!floor.slopeTo) return floor.y
  const a = floor.outline[floor.slopeTo.edge[0]]
  const b = floor.outline[floor.slopeTo.edge[1]]
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
  const off = (px: number, pz: number) => Math.abs((pz - a[1]) * (b[0] - a[0]) - (px - a[0]) * (b[1] - a[1])) / length
  const farthest = Math.max(...floor.outline.map(([px, pz]) => off(px, pz))) || 1
  return floor.slopeTo.y + ((floor.y - floor.slopeTo.y) * off(x, z)) / farthest
}

/** The height of the highest floor under a spot; undefined where there is none. */
export function floorAt(floors: readonly Floor[], x: number, z: number): number | undefined {
  let highest: number | undefined
  for (const floor of floors) {
    if (!insidePolygon(x, z, floor.outline)) continue
    const y = floorHeight(floor, x, z)
    if (highest === undefined || y > highest) highest = y
  }
  return highest
}
