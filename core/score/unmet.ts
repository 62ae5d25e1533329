import { withId } from '../base'
import { eventsOf, walkedPieces, type Run } from '../engine'
import type { Show, Zone } from '../show'
import { crossings, noticedBody, pieceBetween, solidOfZone, touches, type Cylinder, type Solid } from '../space'
import type { Unmet } from './lane'

/** Why nobody of a run met a zone: by the ways that were gone in it, and where none came near, by what became of the walk that was meant to. */
export function whyUnmet(show: Show, run: Run, zone: Zone): Unmet {
  if (!zone.enabled && !isSwitchedOn(run, zone)) return 'off'
  const solid = solidOfZone(show, zone)
  const tall = endless(solid)
  const bodyOf = (id: string) => {
    const { radius = show.player.radius, height = show.player.height } = withId(show.walks, id).body
    return noticedBody(show, zone, { radius, height })
  }
  const went = run.walks.map((id, index) => ({ body: bodyOf(id), pieces: walkedPieces(run, index) }))
  const came = (to: Solid) => went.some(({ body, pieces }) => pieces.some((piece) => meets(to, body, piece)))
  if (came(solid)) return 'off then'
  if (came(tall)) return 'height'
  const meant = run.walks.find((id) => isMeant(show, id, tall, bodyOf(id)))
  return meant === undefined ? 'untouched' : becameOf(run, meant)
}

const isSwitchedOn = (run: Run, { id }: Zone): boolean =>
  eventsOf(run).some((event) => event.kind === 'zone' && event.zone === id && event.enabled)
const meets = (solid: Solid, body: Cylinder, piece: ReturnType<typeof pieceBetween>): boolean =>
  crossings(solid, 0, body, piece).length > 0

/** Whether a walk as it is drawn leads to a solid. */
function isMeant(show: Show, id: string, solid: Solid, body: Cylinder): boolean {
  const { points } = withId(show.walks, id)
  return points.some(({ at }, i) => {
    const next = points[i + 1]
    return next ? meets(solid, body, pieceBetween(at, next.at, 1)) : touches(solid, 0, body, at)
  })
}
/** What kept a walk from where it was drawn to. */
function becameOf(run: Run, walk: string): Unmet {
  const events = eventsOf(run)
  if (events.some((event) => event.kind === 'move' && event.player === walk)) return 'sent elsewhere'
  const end = events.find((event) => event.kind === 'walkEnd' && event.player === walk)
  return end && !('locked' in end) ? 'untouched' : 'unreached'
}

/** The same outline without top or bottom. */
function endless(solid: Solid): Solid {
  const FAR = 1e6
  const [x0, , z0, x1, , z1] = solid.bounds
  const bounds = [x0, -FAR, z0, x1, FAR, z1] as const
  if (solid.kind === 'sphere')
    return { kind: 'cylinder', x: solid.x, z: solid.z, radius: solid.radius, low: -FAR, high: FAR, bounds }
  return { ...solid, low: -FAR, high: FAR, bounds }
}
