import type { Point, Reach } from '../show'

/** The last share of a reach over which an inverse law goes down to silence. */
const EDGE = 0.1

/** The factor on a sound's amplitude at a distance (m): full up to `near`, silent from `far`. */
export function distanceGain({ near, far, law }: Reach, distance: number): number {
  if (distance >= far) return 0
  if (distance <= near) return 1
  if (law === 'linear') return 1 - (distance - near) / (far - near)
  return (near / distance) * Math.min(1, (far - distance) / (far * EDGE))
}

export const distanceBetween = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])

export const amplitude = (decibels: number): number => 10 ** (decibels / 20)
