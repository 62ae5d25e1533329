/** The yaw in degrees of a direction in plan: 0 faces −Z, growing counter-clockwise seen from above. */
export const yawOf = (dx: number, dz: number): number => (Math.atan2(-dx, -dz) * 180) / Math.PI

/** The difference between two yaws, 0 to 180 degrees. */
export function between(a: number, b: number): number {
  const d = Math.abs(a - b) % 360
  return d > 180 ? 360 - d : d
}

/** A yaw within (−180, 180]. */
export function wrapped(yaw: number): number {
  const y = ((yaw % 360) + 360) % 360
  return y > 180 ? y - 360 : y
}
