import type { Point } from '../show'

/** A straight piece of a walk at constant speed: at `from` when its own time is 0, then for `seconds` with `velocity`. */
export interface Piece {
  from: Point
  velocity: Point
  seconds: number
}

/** A piece of a walk on which nobody moves. */
export const standing = (at: Point): Piece => ({ from: at, velocity: [0, 0, 0], seconds: Infinity })

/** The piece between two points at a pace in metres a second, in space. */
export function pieceBetween(from: Point, to: Point, pace: number): Piece {
  const x = to[0] - from[0]
  const y = to[1] - from[1]
  const z = to[2] - from[2]
  return pieceOver(from, to, Math.sqrt(x * x + y * y + z * z) / pace)
}

/** The piece between two points that takes some seconds. */
export function pieceOver(from: Point, to: Point, seconds: number): Piece {
  const velocity: Point =
    seconds > 0 ? [(to[0] - from[0]) / seconds, (to[1] - from[1]) / seconds, (to[2] - from[2]) / seconds] : [0, 0, 0]
  return { from, velocity, seconds }
}

/** Where a piece is at its own time. */
export function positionOn(piece: Piece, time: number): Point {
  if (time === 0 || piece.seconds === Infinity) return piece.from
  const { from, velocity } = piece
  return [from[0] + velocity[0] * time, from[1] + velocity[1] * time, from[2] + velocity[2] * time]
}

/** What a zone sees of somebody: an upright cylinder, of which feet and eyes are a point. */
export interface Cylinder {
  radius: number
  /** The lower and the upper end over the feet. */
  low: number
  high: number
}
