/** How sound comes from where it is to ears: by distance, and through walls. */
import { amplitude } from '../../base'
import type { Audible } from '../../engine'
import type { Point, Reach, Show } from '../../show'
import { wallsBetween } from '../../space'

/** The last share of a reach over which an inverse law goes down to silence. */
const EDGE = 0.1

/** The factor on a sound's amplitude at a distance (m): full up to `near`, silent from `far`. */
export function distanceGain({ near, far, law }: Reach, distance: number): number {
  if (distance >= far) return 0
  if (distance <= near) return 1
  if (law === 'linear') return 1 - (distance - near) / (far - near)
  return (near / distance) * Math.min(1, (far - distance) / (far * EDGE))
}

/** How far two points are apart (m). */
export const distanceBetween = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])

/** Where somebody hears from, and which way they face there (degrees). */
export interface Ears {
  at: Point
  yaw: number
}

/** How a sound at a place comes to ears: its share of the amplitude, and how far to the right it is (−1 to 1). */
export interface Coming {
  gain: number
  aside: number
}

/** How a sound at a point comes to ears that hear it from there: by its reach, and by what walls take. */
export function coming(
  show: Show,
  { near, far, law, walls }: Audible['reach'],
  place: Point,
  { at, yaw }: Ears,
): Coming {
  const distance = distanceBetween(place, at)
  let gain = distanceGain({ near, far, law, walls }, distance)
  if (walls > 0 && gain > 0) gain *= amplitude(-walls * wallsBetween(show.place.walls, place, at))
  if (distance === 0) return { gain, aside: 0 }
  const turn = (yaw * Math.PI) / 180
  // A yaw of 0 faces −Z, and +X is to the right then.
  const aside = ((place[0] - at[0]) * Math.cos(turn) - (place[2] - at[2]) * Math.sin(turn)) / distance
  return { gain, aside }
}
