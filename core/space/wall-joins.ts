import type { Spot, Wall } from '../show'

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
