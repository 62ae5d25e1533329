import { memoFor, withId } from '../../base'
import type { Look, Point, Show, Target, Walk, WalkPoint } from '../../show'
import { pieceBetween, standing, yawOf, type Aim, type Intervals, type Piece } from '../../space'
import type { Layout } from './layout'

/** A straight stretch of a walk, or a wait, in the walk's own time. */
export interface Leg {
  start: number
  piece: Piece
  facing: LegFacing
  /** The yaw of who stands on what they look at: ahead. */
  ahead: number
  /** The zones it touches of the layout that was walked last: kept for the next run of the same walk. */
  touches?: { layout: Layout; all: Touch[] }
  /** When somebody on it looks at what some rules of late wait for, in the leg's time. */
  gazes?: { aim: Aim; spans: number[] }[]
}

/** A yaw, or towards a place: of a prop, where it is then, and `at` where the document has it. */
export type LegFacing = { yaw: number } | { at: Point; prop?: string }

/** When a body touches a zone on a leg, and when it touches the zone grown by its rim, in the leg's time. */
export interface Contact {
  enter: Intervals
  stay: Intervals
}
export interface Touch {
  /** The zone by its place in the document. */
  zone: number
  contact: Contact
}
export interface Reach {
  time: number
  /** When a key is pressed there, and which. */
  pressAt?: number
  key?: string
}

/** A whole intention: its legs and when each point is reached, in the walk's own time. */
export interface Route {
  legs: Leg[]
  reaches: Reach[]
  /** Index of the walk's point that is `reaches[0]`. */
  first: number
  /** When it has been walked, its last pause over; presses may come later. */
  over: number
  /** The yaw a mark gave the body, until it goes on. */
  faces?: number
  /** The route as it is drawn, of which this is the rest from an own time on, walked at another pace. */
  origin?: { route: Route; own: number; pace: number }
  /** The edges of all that it touches, in the layout that was walked last. */
  edges?: RouteEdges
  /** How far the feet get, in plan: worked out when it is first asked for. */
  extent?: Extent
}
export interface Extent {
  x0: number
  z0: number
  x1: number
  z1: number
}

/** How far a route that is told to its end goes, in plan. */
export function extentOf(route: Route): Extent {
  if (route.extent) return route.extent
  const extent = { x0: Infinity, z0: Infinity, x1: -Infinity, z1: -Infinity }
  for (const { piece } of route.legs) {
    const seconds = piece.seconds === Infinity ? 0 : piece.seconds
    for (let end = 0; end < 2; end++) {
      const x = piece.from[0] + end * piece.velocity[0] * seconds
      const z = piece.from[2] + end * piece.velocity[2] * seconds
      extent.x0 = Math.min(extent.x0, x)
      extent.z0 = Math.min(extent.z0, z)
      extent.x1 = Math.max(extent.x1, x)
      extent.z1 = Math.max(extent.z1, z)
    }
  }
  return (route.extent = extent)
}

/** A point as the route sees it; `faces` is the yaw a mark gives until it goes on. */
export type Stop = Omit<WalkPoint, 'arrive'> & { faces?: number }

/** Where a target is: a mark, or the middle of a prop. */
export function placeOfTarget(show: Show, target: Target): Point {
  if ('mark' in target) return withId(show.place.marks, target.mark).at
  const prop = withId(show.place.props, target.prop)
  return [prop.at[0], prop.at[1] + prop.size[1] / 2, prop.at[2]]
}

/** What a look aims at. */
export function targetOf(show: Show, look: Look): LegFacing | undefined {
  if (look === 'ahead') return undefined
  if ('yaw' in look) return { yaw: look.yaw }
  return { at: placeOfTarget(show, look), prop: 'prop' in look ? look.prop : undefined }
}

/** The route over stops. Times are worked out from its start; waiting faces the coming piece, the last point keeps the last. */
export function routeOver(show: Show, stops: readonly Stop[], first: number, facingBefore: number): Route {
  const legs: Leg[] = []
  const reaches: Reach[] = []
  let time = 0
  let ahead = facingBefore
  stops.forEach((stop, index) => {
    const next = stops[index + 1]
    reaches.push({ time, pressAt: stop.use ? time + stop.useAfter : undefined, key: stop.key })
    // Who jumps is there at once, and on no way between.
    const piece = next && !next.jump ? pieceBetween(stop.at, next.at, stop.pace ?? show.player.walk) : undefined
    if (piece && (piece.velocity[0] !== 0 || piece.velocity[2] !== 0))
      ahead = yawOf(piece.velocity[0], piece.velocity[2])
    const looked = targetOf(show, stop.look)
    if (!next || stop.pause > 0) {
      const wait = next ? { ...standing(stop.at), seconds: stop.pause } : standing(stop.at)
      const yaw = stop.faces ?? ahead
      legs.push({ start: time, piece: wait, facing: looked ?? { yaw }, ahead: yaw })
      time += stop.pause
    }
    if (piece) {
      if (piece.seconds > 0) legs.push({ start: time, piece, facing: looked ?? { yaw: ahead }, ahead })
      time += piece.seconds
    }
  })
  return { legs, reaches, first, over: time }
}

const routesFor = memoFor<readonly WalkPoint[], Map<string, Route>>()

/** A route of a walk by a name; made once while the walk's points and body, the place and the player stay the same, unless the walk comes `once`. */
export function cachedRoute(show: Show, { points, body }: Walk, name: string, once: boolean, make: () => Route): Route {
  if (once) return make()
  const routes = routesFor(points, [show.player, show.place, body], () => new Map())
  let route = routes.get(name)
  if (!route) routes.set(name, (route = make()))
  return route
}

/** The route of a walk as it is drawn. */
export const routeOf = (show: Show, walk: Walk, once = false): Route =>
  cachedRoute(show, walk, '', once, () => routeOver(show, walk.points, 0, 0))

/** The index of the leg a route is on at its own time (the later one at a seam). */
export function legAt(route: Route, time: number): number {
  const { legs } = route
  let low = 0
  let high = legs.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (legs[middle].start <= time) low = middle
    else high = middle - 1
  }
  return low
}

/** The edges of a whole route in order of time, as if all zones were always on: kept with it for the next run. */
export interface RouteEdges {
  layout: Layout
  /** In the route's own time. */
  own: number[]
  zone: number[]
  /** 1 for a leave. */
  leave: number[]
}
