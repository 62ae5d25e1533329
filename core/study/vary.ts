import { draw, within } from '../base'
import type { Floor, Point, Show, Walk, WalkPoint } from '../show'
import { insidePolygon } from '../space'

/** How walkers vary from the walk they follow. */
export const VARIATION = {
  pace: [0.7, 1.6] as const,
  start: [0, 3] as const,
  /** So far aside of the walk at the most, where the floor allows (m). */
  aside: 0.5,
  pauses: [0.5, 2] as const,
  /** The share of walkers that turn back once. */
  turnsBack: 0.2,
}

/** A walker like the walk but with a pace, a start, a line and pauses of its own; the same seed gives the same walker. */
export function vary(show: Show, walk: Walk, seed: number): Walk {
  let number = 0
  const u = () => draw({ key: seed >>> 0, ordinal: 0x57a1c }, number++)
  const pace = within(VARIATION.pace, u())
  const start = walk.start + within(VARIATION.start, u())
  const aside: [number, number] = [(2 * u() - 1) * VARIATION.aside, (2 * u() - 1) * VARIATION.aside]
  const points: WalkPoint[] = walk.points.map((point) => ({
    ...point,
    at: beside(show, point.at, aside),
    pace: (point.pace ?? show.player.walk) * pace,
    pause: point.pause * within(VARIATION.pauses, u()),
  }))
  if (u() < VARIATION.turnsBack && points.length > 2) {
    const turn = 1 + Math.floor(u() * (points.length - 2))
    const back = { ...points[turn - 1], pause: 0, use: false, arrive: false }
    points.splice(turn + 1, 0, back, { ...points[turn], pause: 0, use: false, arrive: false })
  }
  return { ...walk, start, points }
}

function beside(show: Show, at: Point, [dx, dz]: readonly [number, number]): Point {
  const on = (x: number, z: number): Floor | undefined => {
    for (const floor of show.place.floors)
      if (!floor.slopeTo && Math.abs(floor.y - at[1]) < 0.3 && insidePolygon(x, z, floor.outline)) return floor
    return undefined
  }
  const floor = on(at[0], at[2])
  if (!floor) return at
  for (let share = 1; share > 0.1; share /= 2) {
    const x = at[0] + dx * share
    const z = at[2] + dz * share
    if (on(x, z) === floor) return [x, at[1], z]
  }
  return at
}
