import type { Spot, Wall } from '../show'

/** How long a wall is (m). */
export const wallLength = ({ from, to }: Pick<Wall, 'from' | 'to'>): number =>
  Math.hypot(to[0] - from[0], to[1] - from[1])

/** Which way something that lies in a wall is turned (degrees): its own x goes along the wall. */
export const yawOfWall = ({ from, to }: Pick<Wall, 'from' | 'to'>): number =>
  (Math.atan2(-(to[1] - from[1]), to[0] - from[0]) * 180) / Math.PI

/** The spot so far along a wall (m). */
export function alongWall({ from, to }: Wall, at: number): Spot {
  const length = wallLength({ from, to }) || 1
  return [from[0] + ((to[0] - from[0]) * at) / length, from[1] + ((to[1] - from[1]) * at) / length]
}

/** How far along a wall (m) a spot lies, and how far off it. */
export function onWall(wall: Wall, x: number, z: number): { at: number; off: number } {
  const length = wallLength(wall) || 1
  const ux = (wall.to[0] - wall.from[0]) / length
  const uz = (wall.to[1] - wall.from[1]) / length
  const dx = x - wall.from[0]
  const dz = z - wall.from[1]
  const at = dx * ux + dz * uz
  const beyond = Math.max(0, -at, at - length)
  return { at, off: Math.hypot(dx * uz - dz * ux, beyond) }
}
