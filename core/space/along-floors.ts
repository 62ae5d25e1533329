import type { Floor, Point, Spot } from '../show'
import { floorHeight } from './floor'
import { insidePolygon } from './lines'
import { STEP } from './step'

/** Heights that differ by less are one (m). */
const SAME = 0.01

/** How far along from a to b, as shares, a way comes to or leaves a floor. */
function crossings(floors: readonly Floor[], a: Point, b: Point): number[] {
  const [dx, dz] = [b[0] - a[0], b[2] - a[2]]
  const found = new Set<number>()
  for (const { outline } of floors)
    outline.forEach(([px, pz], i) => {
      const [qx, qz] = outline[(i + 1) % outline.length]
      const [ex, ez] = [qx - px, qz - pz]
      const across = dx * ez - dz * ex
      if (across === 0) return
      const share = ((px - a[0]) * ez - (pz - a[2]) * ex) / across
      const along = ((px - a[0]) * dz - (pz - a[2]) * dx) / across
      if (share > 1e-6 && share < 1 - 1e-6 && along >= -1e-9 && along <= 1 + 1e-9) found.add(share)
    })
  return [...found].sort((one, other) => one - other)
}

/** The points at which a straight way from a comes to or leaves a floor, both ends among them, each at the height that the floors have led it to. */
function followed(floors: readonly Floor[], a: Point, [bx, bz]: Spot): Point[] {
  const at = (share: number, y: number): Point => [a[0] + (bx - a[0]) * share, y, a[2] + (bz - a[2]) * share]
  const stops = [0, ...crossings(floors, a, [bx, a[1], bz]), 1]
  const way: Point[] = [a]
  let y = a[1]
  stops.slice(1).forEach((stop, i) => {
    const [fx, , fz] = at(stops[i], 0)
    const [mx, , mz] = at((stops[i] + stop) / 2, 0)
    const here = floors
      .filter((floor) => insidePolygon(mx, mz, floor.outline))
      .map((floor) => ({ floor, off: Math.abs(floorHeight(floor, fx, fz) - y) }))
      .filter(({ off }) => off <= STEP)
      .sort((one, other) => one.off - other.off)[0]
    const [tx, , tz] = at(stop, 0)
    if (here) y = floorHeight(here.floor, tx, tz)
    way.push(at(stop, y))
  })
  return way
}

/** How high one is who has gone straight from a to a spot, led by the floors (m); where none goes on at one's height the way goes on level. */
export const heightAlong = (floors: readonly Floor[], a: Point, spot: Spot): number => followed(floors, a, spot).at(-1)![1] // prettier-ignore

/**
 * The points between two ends of a straight way at which its height has a bend, since it comes to a ramp or leaves one: who walks through them
 * stays on the floors. Where no floor goes on at its height the way goes on level.
 */
export function alongFloors(floors: readonly Floor[], a: Point, b: Point): Point[] {
  const way = [...followed(floors, a, [b[0], b[2]]).slice(0, -1), b]
  return way.slice(1, -1).filter((point, i) => isBend(way[i], point, way[i + 2]))
}
function isBend(a: Point, point: Point, b: Point): boolean {
  const [before, after] = [Math.hypot(point[0] - a[0], point[2] - a[2]), Math.hypot(b[0] - point[0], b[2] - point[2])]
  const straight = a[1] + ((b[1] - a[1]) * before) / (before + after || 1)
  return Math.abs(straight - point[1]) > SAME
}
