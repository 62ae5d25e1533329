import type { Point, Spot, Wall } from '../show'

/** Whether a wall stands between two spots at a height: its openings let sight and light through. */
export function blocked(walls: readonly Wall[], a: Spot, b: Spot, height: number): boolean {
  return walls.some((wall) => stands(wall, a, b, height, height))
}

/** How many walls stand between two points; openings let what goes straight from one to the other through. */
export function wallsBetween(walls: readonly Wall[], [ax, ay, az]: Point, [bx, by, bz]: Point): number {
  let count = 0
  for (const wall of walls) if (stands(wall, [ax, az], [bx, bz], ay, by)) count++
  return count
}

/** Whether a wall stands in the straight way from a spot at a height to another at its own. */
function stands(wall: Wall, a: Spot, b: Spot, from: number, to: number): boolean {
  if (Math.max(from, to) < wall.y || Math.min(from, to) > wall.y + wall.height) return false
  const [cx, cz] = wall.from
  const dx = wall.to[0] - cx
  const dz = wall.to[1] - cz
  const ex = b[0] - a[0]
  const ez = b[1] - a[1]
  const across = ex * dz - ez * dx
  if (across === 0) return false
  const u = ((cx - a[0]) * dz - (cz - a[1]) * dx) / across
  const w = ((cx - a[0]) * ez - (cz - a[1]) * ex) / across
  if (u < 0 || u > 1 || w < 0 || w > 1) return false
  const along = w * Math.hypot(dx, dz)
  const height = from + (to - from) * u
  const up = height - wall.y
  if (up < 0 || up > wall.height) return false
  return !wall.openings.some((o) => along >= o.at && along <= o.at + o.width && up >= o.sill && up <= o.sill + o.height)
}
