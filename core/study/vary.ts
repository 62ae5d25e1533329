import { draw, within } from '../base'
import type { Floor, Point, Population, Show, Walk, WalkPoint } from '../show'
import { eachOf, insidePolygon } from '../space'
import { doorwaysOf, inTheWay } from './in-the-way'

/** Who dithers goes on so far beyond a doorway and back so far before it (m), so often, and stands there so long each time (s). */
const DITHERS = { beyond: 0.8, before: 1, times: [1, 3], stands: [0.2, 1.2] } as const
/** So often what goes aside comes nearer to its walk where something stands in the way, before it goes the walk's own way. */
const NEARER = 4

/** A walker of a population, like the walk but with a pace, a start, a line, pauses and whims of its own; the same seed gives the same walker. */
export function vary(show: Show, walk: Walk, population: Population, seed: number): Walk {
  let number = 0
  const u = () => draw({ key: seed >>> 0, ordinal: 0x57a1c }, number++)
  const pace = within(population.pace, u())
  const start = walk.start + within(population.start, u())
  const aside: [number, number] = [(2 * u() - 1) * population.aside, (2 * u() - 1) * population.aside]
  const places = besides(show, walk, aside, population.aside)
  const points: WalkPoint[] = walk.points.map((point, i) => ({
    ...point,
    at: places[i],
    pace: (point.pace ?? show.player.walk) * pace,
    pause: point.pause * within(population.pauses, u()),
  }))
  const [turnsBack, where, dithers, door] = [u(), u(), u(), u()]
  for (const point of points) {
    const [does, looks, yaw] = [u() < population.presses, u() < population.looks, u()]
    if (point.use && !does) point.use = false
    if (looks) point.look = { yaw: yaw * 360 - 180 }
  }
  const turn = turnsBack < population.turnsBack && points.length > 2 ? 1 + Math.floor(where * (points.length - 2)) : 0
  if (dithers < population.dithers) dither(points, doorwaysOf(show, walk), door, u)
  if (turn > 0) {
    const at = points.findIndex((point) => point.at === places[turn])
    const back = { ...points[at - 1], ...PASSES }
    points.splice(at + 1, 0, back, { ...points[at], ...PASSES })
  }
  return { ...walk, start, points }
}
/** Of a point that is only gone through once more. */
const PASSES = { pause: 0, use: false, arrive: false, jump: false }

/** Goes to and fro at one of the doorways. */
function dither(points: WalkPoint[], doorways: ReturnType<typeof doorwaysOf>, which: number, u: () => number): void {
  const door = doorways[Math.floor(which * doorways.length)]
  if (!door) return
  const [from, to] = [points[door.leg], points[door.leg + 1]]
  if (to.jump) return
  const length = Math.hypot(to.at[0] - from.at[0], to.at[2] - from.at[2])
  const point = (metres: number): WalkPoint => {
    const along = Math.min(1, Math.max(0, door.along + metres / Math.max(1e-6, length)))
    return {
      ...from,
      ...PASSES,
      at: eachOf(from.at, (value, axis) => value + (to.at[axis] - value) * along),
      pause: within(DITHERS.stands, u()),
    }
  }
  const made: WalkPoint[] = []
  const times = Math.round(within(DITHERS.times, u()))
  for (let n = 0; n < times; n++) made.push(point(DITHERS.beyond), point(-DITHERS.before))
  points.splice(door.leg + 1, 0, ...made)
}

/** The points of a walk, each aside as far as its floor goes and as nothing stands in the way there and from point to point. */
function besides(show: Show, walk: Walk, aside: readonly [number, number], most: number): Point[] {
  const blocked = inTheWay(show, walk, most)
  const shares = walk.points.map(() => 1)
  const places = walk.points.map(({ at }) => beside(show, at, aside, 1))
  for (let tries = 1; tries <= NEARER; tries++) {
    const nearer = new Set<number>()
    for (let leg = 0; leg < places.length - 1; leg++)
      if (blocked(leg, places[leg], places[leg + 1])) nearer.add(leg).add(leg + 1)
    if (nearer.size === 0) break
    for (const i of nearer) {
      shares[i] = tries === NEARER ? 0 : shares[i] / 2
      places[i] = beside(show, walk.points[i].at, aside, shares[i])
    }
  }
  return places
}

function beside(show: Show, at: Point, [dx, dz]: readonly [number, number], most: number): Point {
  const on = (x: number, z: number): Floor | undefined => {
    for (const floor of show.place.floors)
      if (!floor.slopeTo && Math.abs(floor.y - at[1]) < 0.3 && insidePolygon(x, z, floor.outline)) return floor
    return undefined
  }
  const floor = on(at[0], at[2])
  if (!floor || most === 0) return [...at]
  for (let share = most; share > 0.1 * most; share /= 2) {
    const x = at[0] + dx * share
    const z = at[2] + dz * share
    if (on(x, z) === floor) return [x, at[1], z]
  }
  return [...at]
}
