import type { Editor, Spot, Wall } from '~~/core/show'

/** Ends within this of each other are one corner (m). */
const TOUCH = 0.02

export const isSameSpot = (a: Spot, b: Spot): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) <= TOUCH
const shareStorey = (a: Wall, b: Wall): boolean => a.y < b.y + b.height && b.y < a.y + a.height

export type WallEnd = 'from' | 'to'

/** The ends of walls that meet in a corner of one of them, itself included. */
export function endsAt(walls: readonly Wall[], wall: Wall, spot: Spot): { wall: Wall; end: WallEnd }[] {
  const found: { wall: Wall; end: WallEnd }[] = []
  for (const other of walls) {
    if (other !== wall && !shareStorey(other, wall)) continue
    for (const end of ['from', 'to'] as const) if (isSameSpot(other[end], spot)) found.push({ wall: other, end })
  }
  return found
}

/** Moves a corner of a wall, and with it every wall that ends there. `walls`: as they were before. */
export function moveCorner(edit: Editor, walls: readonly Wall[], wall: Wall, end: WallEnd, to: Spot): void {
  for (const each of endsAt(walls, wall, wall[end])) edit.set(['place', 'walls', each.wall.id, each.end], to)
}

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
