import type { Spot, Wall } from '../show'

/** Whether a wall stands between two spots at a height: its openings let sight and light through. */
export function blocked(walls: readonly Wall[], a: Spot, b: Spot, height: number): boolean {
  return walls.some((wall) => wallBetween(wall, a, b, height))
}

function wallBetween(wall: Wall, a: Spot, b: Spot, height: number): boolean {
  if (height < wall.y || height > wall.y + wall.height) return false
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
  const up = height - wall.y
  return !wall.openings.some((o) => along >= o.at && along <= o.at + o.width && up >= o.sill && up <= o.sill + o.height)
}
