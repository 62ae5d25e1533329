import { onWall } from '~~/core/space'
import type { Show, Spot } from '~~/core/show'
import { round } from './geometry'

/** How near a corner or a wall takes a spot to itself (pixels). */
const NEAR = 9
/** Directions are held to these (degrees), lengths and places to these (m). */
const TURN = 15
const STEP = 0.1

const onStep = (value: number): number => Math.round(value / STEP) * STEP

/** A coordinate on the nearest decimetre, unless snapping is suspended. */
export const snapped = (value: number, free: boolean): number => (free ? round(value) : onStep(value))

/** The corner of a wall, or of what is being drawn, that takes a spot to itself. */
export function cornerBy(show: Show, drawn: readonly Spot[], [x, z]: Spot, pixel: number): Spot | undefined {
  let best: Spot | undefined
  let least = NEAR * pixel
  const consider = (spot: Spot) => {
    const off = Math.hypot(spot[0] - x, spot[1] - z)
    if (off > least) return
    least = off
    best = spot
  }
  for (const { from, to } of show.place.walls) {
    consider(from)
    consider(to)
  }
  drawn.forEach(consider)
  return best
}

/**
 * Where a corner of a wall or of an outline goes: to a corner that is near, else from the corner before in a direction held to
 * 15° for a whole number of decimetres, up to a wall that is met there. `free`: just where the pointer is.
 */
export function cornerAt(show: Show, drawn: readonly Spot[], spot: Spot, pixel: number, free: boolean): Spot {
  const [x, z] = spot
  if (free) return [round(x), round(z)]
  const corner = cornerBy(show, drawn, spot, pixel)
  if (corner) return corner
  const last = drawn.at(-1)
  if (!last) {
    const wall = show.place.walls
      .map((each) => ({ each, ...onWall(each, x, z) }))
      .filter(({ off }) => off <= NEAR * pixel)
      .sort((a, b) => a.off - b.off)[0]
    if (!wall) return [round(onStep(x)), round(onStep(z))]
    const { from, to } = wall.each
    const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1
    const at = onStep(wall.at)
    return [round(from[0] + ((to[0] - from[0]) * at) / length), round(from[1] + ((to[1] - from[1]) * at) / length)]
  }
  const angle = Math.round((Math.atan2(z - last[1], x - last[0]) * 180) / Math.PI / TURN) * TURN
  return going(last, angle, Math.max(STEP, onStep(Math.hypot(x - last[0], z - last[1]))))
}

/** The spot so far from another in a direction (degrees, 0 along +X, 90 along +Z). */
export function going([x, z]: Spot, angle: number, length: number): Spot {
  const a = (angle * Math.PI) / 180
  return [round(x + Math.cos(a) * length), round(z + Math.sin(a) * length)]
}
export const directionOf = (a: Spot, b: Spot): number => (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI
