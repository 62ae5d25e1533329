import type { Point, Show } from '../../show'
import { standing, type Piece } from '../../space'
import type { Body } from './body'
import { ownTime, partNow } from './path'
import { cachedRoute, routeOver, type Leg, type Route, type Stop } from './routes'

/** Puts the body at a mark with what is left of its walk. Gives whether anything is left to walk. */
export function reroute(
  show: Show,
  walker: Body,
  t: number,
  at: Point,
  yaw: number,
  moving: boolean,
  held: number | undefined,
): boolean {
  const part = partNow(walker)
  const own = ownTime(part, t)
  const { reaches, first } = part.route
  let reached = 0
  while (reached + 1 < reaches.length && reaches[reached + 1].time <= own + 1e-9) reached++
  const { points } = walker.walk
  const next = Math.min(points.length, first + reached + 1)
  const arrive = walker.ended ? -1 : points.findIndex((point, index) => index >= next && point.arrive)
  const ended = walker.ended
  const name = `${at}|${yaw}|${next}|${arrive}|${ended}`
  const route = cachedRoute(show, walker.walk, name, walker.once, () => {
    const over = (stops: readonly Stop[], first: number): Route => {
      const made = routeOver(show, stops, first, yaw)
      shareTouches(made, part.route)
      made.faces = yaw
      return made
    }
    if (arrive >= 0) return over([{ ...points[arrive], at, faces: yaw }, ...points.slice(arrive + 1)], arrive)
    const rest = ended ? [] : points.slice(next)
    // The look of the point reached last holds again once the walker goes on.
    const { pace, look } = points[next - 1]
    const here = {
      at,
      pace,
      pause: 0,
      use: false,
      key: 'E',
      useAfter: 0,
      jump: false,
      look: rest.length > 0 ? look : 'ahead',
      faces: yaw,
    } as const
    return over([here, ...rest], next - 1)
  })
  walker.path.push({ t, own: 0, moving, route, held })
  return !walker.ended
}

/** Puts a body whose way is told at a mark, where it stands until it is told to go on. Nothing is left of what was told. */
export function standLive(walker: Body, t: number, at: Point, yaw: number, held: number | undefined): false {
  const leg: Leg = { start: 0, piece: standing(at), facing: { yaw }, ahead: yaw }
  walker.path.push({ t, own: 0, moving: true, route: { legs: [leg], reaches: [], first: 0, over: Infinity }, held })
  return false
}
const isSamePiece = (a: Piece, b: Piece): boolean =>
  a.from === b.from && a.seconds === b.seconds && a.velocity.every((v, i) => v === b.velocity[i])

/** A route that ends in the same legs as another touches the same there: nobody needs to work that out again. */
function shareTouches({ legs }: Route, { legs: others }: Route): void {
  for (let back = 1; back <= Math.min(legs.length, others.length); back++) {
    const leg = legs[legs.length - back]
    const other = others[others.length - back]
    if (!isSamePiece(leg.piece, other.piece)) return
    leg.piece = other.piece
    leg.touches = other.touches
  }
}
