import { completePoint, freeName, type Editor, type Point, type Walk } from '~~/core/show'
import { crossings, pieceBetween, solidOf, type Cylinder, type Solid } from '~~/core/space'
import { shareWithParts, stamp } from '~/document/kit-parts'
import { shiftedBy } from '~/document/placement'
import type { Place } from './place'

/** How far away the other end is put, and how far one goes on from there (m). */
const FAR = 8
const ON = 2.5

/** What happens on the way to a mark: the picture goes dark, and one stands there when it comes back. */
const leadsTo = (mark: string) => [
  { kind: 'fade', in: 0.4, stay: 0.3, out: 0.6 } as const,
  { kind: 'freeze', locks: ['walk', 'look', 'use'], hold: 0.8 } as const,
  { kind: 'move', mark, at: 0.5, quiet: true } as const,
]

/**
 * A way through with both its ends: two zones of one kit, each with the mark that it leads to. Copied as a pair they lead to each other
 * again. Walks that come by go through it and on as far as they don't come by again.
 */
export function wayThrough(at: Place): void {
  const { zone, edit } = at
  const name = zone.name
  const near = at.mark('standing', 0, 0, 0, 90, `${name} near`)
  const far = at.mark('standing', FAR, 0, 0, -90, `${name} far`)
  const cue = at.cue(`${name}, through`, leadsTo(far))
  const before = zone.rules.map(({ id }) => id)
  at.rule({ at: 'enter' }, cue)
  const [made] = at.here.rules.filter(({ id }) => !before.includes(id))
  const [other] = stamp(edit, zone.id, [shiftedBy(FAR, 0)])
  edit.set(['zones', other!, 'rules'], [])
  edit.set(
    ['zones', other!, 'name'],
    freeName(
      `${name}, far end`,
      at.show.zones.map((each) => each.name),
    ),
  )
  if (zone.kit === undefined) {
    const kit = shareWithParts(edit, zone.id, [made!.id], `Way through, ${name}`)
    const { parts } = at.show.kits.find(({ id }) => id === kit)!
    const leads = parts.find(({ is }) => is === 'mark')!.id
    edit.set(['zones', other!, 'parts'], { [leads]: near })
    edit.set(['zones', other!, 'kit'], kit)
  } else {
    for (const field of ['overrides', 'parts', 'kit']) edit.set(['zones', other!, field], undefined)
    const back = at.cue(`${name}, back`, leadsTo(near))
    at.rule({ at: 'enter' }, back, {}, other)
  }
  const [x, y, z] = at.near
  for (const walk of at.show.walks) leadThrough(edit, walk, [zone.id, other!], [x + FAR, y, z])
}

/** Has a walk that comes by go on from the far end: as it went, up to where it would come by again. */
function leadThrough(edit: Editor, walk: Walk, ends: readonly string[], far: Point): void {
  const { points } = walk
  if (walk.body.kind !== 'player' || points.some(({ arrive }) => arrive)) return
  const { player, zones } = edit.show
  const body = { radius: walk.body.radius ?? player.radius, low: 0, high: walk.body.height ?? player.height }
  const solids = ends.map((id) => solidOf(zones.find((zone) => zone.id === id)!.shape))
  const meets = (from: Point, to: Point, solid: Solid) =>
    crossings(solid, 0, body, pieceBetween(from, to, 1)).length > 0
  const hit = points.findIndex((point, i) => i > 0 && meets(points[i - 1]!.at, point.at, solids[0]!))
  if (hit < 0) return
  const on: Point = [far[0] + ON, far[1], far[2]]
  const rest = points.slice(hit)
  const clear = rest.findIndex(({ at }, i) => solids.some((solid) => meets(i === 0 ? on : rest[i - 1]!.at, at, solid)))
  edit.set(
    ['walks', walk.id, 'points'],
    [
      ...points.slice(0, hit),
      // Where the way begins, so that the walk still leads into it.
      completePoint({ at: middleBetween(points[hit - 1]!.at, points[hit]!.at, solids[0]!, body) }),
      completePoint({ at: far, arrive: true }),
      completePoint({ at: on }),
      ...(clear < 0 ? rest : rest.slice(0, clear)),
    ],
  )
}

/** A point of a stretch that lies in a solid. */
function middleBetween(from: Point, to: Point, solid: Solid, body: Cylinder): Point {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2])
  const [enters, leaves] = crossings(solid, 0, body, pieceBetween(from, to, 1))
  const share = length > 0 ? (enters! + Math.min(leaves!, length)) / 2 / length : 0
  const mid = (axis: 0 | 1 | 2) => Math.round((from[axis] + (to[axis] - from[axis]) * share) * 100) / 100
  return [mid(0), mid(1), mid(2)]
}
