import { walkedPieces, type Run, type RunEvent } from '../engine'
import type { Show, WalkPoint, Zone } from '../show'
import { crossings, noticedBody, pieceBetween, solidOfZone, touches, type Cylinder, type Solid } from '../space'
import type { Unmet } from './lane'

/** Why nobody of a run met a zone: by the ways that were gone in it, and where none came near, by what became of the walk that was meant to. */
export function unmetIn(show: Show, run: Run, events: readonly RunEvent[]): (zone: Zone) => Unmet {
  const { player } = show
  const switchedOn = new Set(events.flatMap((event) => (event.kind === 'zone' && event.enabled ? [event.zone] : [])))
  const walkers = run.walks.map((id, index) => {
    // Who came to walk along has no walk of the show.
    const { body = { radius: undefined, height: undefined }, points = [] } = show.walks.find((walk) => walk.id === id) ?? {} // prettier-ignore
    const { radius = player.radius, height = player.height } = body
    return { body: { radius, height }, points, went: walkedPieces(run, index), kept: keptFrom(events, id) }
  })
  const came = (to: Solid, zone: Zone) =>
    walkers.some(({ body, went }) => {
      const noticed = noticedBody(show, zone, body)
      return went.some((piece) => crossings(to, 0, noticed, piece).length > 0)
    })
  return (zone) => {
    if (!zone.enabled && !switchedOn.has(zone.id)) return 'off'
    const solid = solidOfZone(show, zone)
    const tall = endless(solid)
    if (came(tall, zone)) return came(solid, zone) ? 'off then' : 'height'
    const meant = walkers.find(
      ({ kept, body, points }) => kept !== undefined && leadsTo(tall, noticedBody(show, zone, body), points),
    )
    return meant?.kept ?? 'untouched'
  }
}

/** What kept a walk from where it was drawn to, if anything did. */
function keptFrom(events: readonly RunEvent[], walk: string): Unmet | undefined {
  if (events.some((event) => event.kind === 'move' && event.player === walk)) return 'sent elsewhere'
  const end = events.find((event) => event.kind === 'walkEnd' && event.player === walk)
  return end && !('locked' in end) ? undefined : 'unreached'
}

/** Whether a walk as it is drawn leads to a solid. */
const leadsTo = (solid: Solid, body: Cylinder, points: readonly WalkPoint[]): boolean =>
  points.some(({ at }, i) => {
    const next = points[i + 1]
    return next ? crossings(solid, 0, body, pieceBetween(at, next.at, 1)).length > 0 : touches(solid, 0, body, at)
  })

/** The same outline without top or bottom. */
function endless(solid: Solid): Solid {
  const FAR = 1e6
  const [x0, , z0, x1, , z1] = solid.bounds
  const bounds = [x0, -FAR, z0, x1, FAR, z1] as const
  if (solid.kind === 'sphere')
    return { kind: 'cylinder', x: solid.x, z: solid.z, radius: solid.radius, low: -FAR, high: FAR, bounds }
  return { ...solid, low: -FAR, high: FAR, bounds }
}
