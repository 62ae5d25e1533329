import type { Mesh as Placing, Point } from '../show'

/** Triangles in space: x, y, z of each corner (m), and three corners a triangle. */
export interface Triangles {
  positions: Float32Array
  indices: Uint32Array
}

/** Triangles as they stand in a place: scaled, turned about the vertical, moved. Lengths of `positions` stay. */
export function placed(
  { positions, indices }: Triangles,
  { scale, yaw, at }: Pick<Placing, 'scale' | 'yaw' | 'at'>,
): Triangles {
  const a = (yaw * Math.PI) / 180
  const [sin, cos] = [Math.sin(a) * scale, Math.cos(a) * scale]
  const out = new Float32Array(positions.length)
  for (let i = 0; i < positions.length; i += 3) {
    const x = positions[i]
    const z = positions[i + 2]
    out[i] = at[0] + x * cos + z * sin
    out[i + 1] = at[1] + positions[i + 1] * scale
    out[i + 2] = at[2] - x * sin + z * cos
  }
  return { positions: out, indices }
}
/** The box that holds all corners. */
export function boundsOf({ positions }: Pick<Triangles, 'positions'>): { low: Point; high: Point } {
  const low: Point = [Infinity, Infinity, Infinity]
  const high: Point = [-Infinity, -Infinity, -Infinity]
  for (const axis of [0, 1, 2] as const)
    for (let i = axis; i < positions.length; i += 3) {
      if (positions[i] < low[axis]) low[axis] = positions[i]
      if (positions[i] > high[axis]) high[axis] = positions[i]
    }
  return { low, high }
}
