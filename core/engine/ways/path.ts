import type { Point } from '../../show'
import { pieceOver, positionOn, standing, standsOn, yawOf, type Piece } from '../../space'
import { SAME_TIME } from '../../base'
import { legAt, type LegFacing, type Route } from './routes'

/** From a time on a body follows a route from its own time `own`, or stands still on it. */
export interface PathPart {
  t: number
  own: number
  moving: boolean
  route: Route
  /** The yaw it is held at while looking is locked. */
  held?: number
}

/** The path of something that lies at a point. */
export function resting(t: number, at: Point): PathPart {
  const leg = { start: 0, piece: standing(at), facing: { yaw: 0 }, ahead: 0 }
  return { t, own: 0, moving: false, route: { legs: [leg], reaches: [], first: 0, over: Infinity } }
}
/** The part of a path that a body is on. */
export const partNow = (walker: { path: PathPart[] }): PathPart => walker.path[walker.path.length - 1]

/** A body's own time at a time of the run. */
export const ownTime = (part: PathPart, t: number): number => (part.moving ? part.own + (t - part.t) : part.own)

/** The time of the run at which a body's own time comes, if nothing holds it up. */
export const runTime = (part: PathPart, own: number): number => part.t + (own - part.own)
/** The part of a path that a body is on at a time (s). */
export function partAt(path: readonly PathPart[], t: number): PathPart {
  let i = path.length - 1
  while (i > 0 && path[i].t > t) i--
  return path[i]
}

/** Where the feet are at a time of the run. */
export function positionAt(path: readonly PathPart[], t: number): Point {
  const part = partAt(path, t)
  const own = Math.max(0, ownTime(part, t))
  const leg = part.route.legs[legAt(part.route, own)]
  return positionOn(leg.piece, Math.min(own - leg.start, leg.piece.seconds))
}

/** The straight pieces that a path is made of until a time, each as far as it was gone. */
export function piecesUntil(path: readonly PathPart[], until: number): Piece[] {
  return path.flatMap((part, i) => {
    const [from, to] = [part.t, path[i + 1]?.t ?? until].map((t) => Math.max(0, ownTime(part, t)))
    return part.route.legs.flatMap(({ start, piece }): Piece[] => {
      const [begin, end] = [Math.max(from, start) - start, Math.min(to - start, piece.seconds)]
      return end < begin ? [] : [pieceOver(positionOn(piece, begin), positionOn(piece, end), end - begin)]
    })
  })
}

/** Where the middle of a prop is at a time; undefined while somebody has it with them. */
export type WhereIs = (prop: string, t: number) => Point | undefined

/** What a body's facing follows on a part of its path, at its own time, and its yaw if it stands on that. */
export function facingOn(part: PathPart, own: number): { facing: LegFacing; ahead: number } {
  const { held, moving, route } = part
  if (held !== undefined) return { facing: { yaw: held }, ahead: held }
  if (own === 0 && !moving && route.faces !== undefined) return { facing: { yaw: route.faces }, ahead: route.faces }
  // Rounding must not leave somebody who has just reached a point looking as before it.
  return route.legs[legAt(route, own + SAME_TIME)]
}

/** Which way a body on a path faces at a time of the run (degrees). */
export function facingAt(path: readonly PathPart[], t: number, whereIs: WhereIs): number {
  const part = partAt(path, t)
  const { facing, ahead } = facingOn(part, Math.max(0, ownTime(part, t)))
  if ('yaw' in facing) return facing.yaw
  const at = positionAt(path, t)
  const to = facing.prop === undefined ? facing.at : whereIs(facing.prop, t)
  return !to || standsOn(at, to) ? ahead : yawOf(to[0] - at[0], to[2] - at[2])
}
