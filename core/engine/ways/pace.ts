import { positionOn, type Piece } from '../../space'
import { legAt, type Leg, type Reach, type Route } from './routes'

/** Who has reached a point has reached it, whatever rounding says (s). */
const HAIR = 1e-9

const moves = ({ velocity }: Piece): boolean => velocity[0] !== 0 || velocity[1] !== 0 || velocity[2] !== 0

/** The rest of a piece from its own time on, at a share of its pace; waiting takes as long as ever. */
function rest(piece: Piece, from: number, pace: number): Piece {
  const left = Math.max(0, piece.seconds - from)
  if (!moves(piece)) return from === 0 ? piece : { ...piece, seconds: left }
  const [x, y, z] = piece.velocity
  return { from: positionOn(piece, from), velocity: [x * pace, y * pace, z * pace], seconds: left / pace }
}

/**
 * The rest of a route as it is drawn, from its own time on, walked at a share of its pace (above 0, up to 1). Its own time begins at 0
 * anew; what has been reached lies before that. Waits and the time from a point to its press are not stretched.
 */
export function atPace(route: Route, own: number, pace: number): Route {
  const first = legAt(route, own)
  const legs: Leg[] = []
  const starts: number[] = []
  let time = 0
  for (const leg of route.legs.slice(first)) {
    const piece = rest(leg.piece, Math.max(0, own - leg.start), pace)
    starts.push(time)
    legs.push({ ...leg, start: time, piece, touches: piece === leg.piece ? leg.touches : undefined, gazes: undefined })
    time += piece.seconds
  }
  /** The own time here of one there. */
  const when = (there: number): number => {
    if (there <= own + HAIR) return there - own
    const index = Math.min(legAt(route, there), route.legs.length - 1)
    const leg = route.legs[index]
    const gone = there - Math.max(leg.start, own)
    return starts[index - first] + (moves(leg.piece) ? gone / pace : gone)
  }
  const reaches = route.reaches.map(({ time: reached, pressAt, key }): Reach => {
    const at = when(reached)
    return { time: at, pressAt: pressAt === undefined ? undefined : at + (pressAt - reached), key }
  })
  return {
    legs,
    reaches,
    first: route.first,
    over: when(route.over),
    faces: own === 0 ? route.faces : undefined,
    origin: { route, own, pace },
  }
}

/** The route as it is drawn that a route is walked at some pace of, and the own time there of one here. */
export function drawnOf(route: Route, own: number): { route: Route; own: number } {
  if (!route.origin) return { route, own }
  const { route: drawn, own: from, pace } = route.origin
  const index = legAt(route, own)
  const leg = route.legs[index]
  const before = drawn.legs[legAt(drawn, from) + index]
  const gone = Math.max(0, own - leg.start)
  return { route: drawn, own: Math.max(before.start, from) + (moves(leg.piece) ? gone * pace : gone) }
}
