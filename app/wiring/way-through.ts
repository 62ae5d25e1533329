import { withId, itemAt, needed, hundredths } from '~~/core/base'
import {
  completePoint,
  cueAt,
  freeName,
  kitRulesOf,
  type Mark,
  type Point,
  type Show,
  type Walk,
  type WalkPoint,
  type Zone,
} from '~~/core/show'
import { blocked, crossings, floorAt, pieceBetween, solidOf, type Cylinder, type Solid, eachOf } from '~~/core/space'
import { shareWithParts, stamp } from '~/document/making/kit-parts'
import { shiftedBy } from '~/document/making/placement'
import type { Place } from './place'

/** How far away the other end is put, the nearer where the farther has no floor, and how far one goes on from there (m). */
const FARS = [8, 6, 5, 4, 3]
const ON = 2.5
/** At this height what stands in one's way is asked for (m). */
const KNEE = 0.5

/** What happens on the way to a mark: the picture goes dark, and one stands there when it comes back. */
const leadsTo = (mark: string) => [
  { kind: 'fade', in: 0.4, stay: 0.3, out: 0.6 } as const,
  { kind: 'freeze', locks: ['walk', 'look', 'use'], hold: 0.8 } as const,
  { kind: 'move', mark, at: 0.5, quiet: true } as const,
]

/**
 * A way through with both its ends: two zones of one kit, each with the mark that it leads to. Copied as a pair they lead to each other
 * again. Walks stay as they are: `leadThrough` is what a hand asks for.
 */
export function wayThrough(at: Place): void {
  const { zone, edit } = at
  const name = zone.name
  const [x, y, z] = at.near
  const other = at.seenFrom(FARS, 0, 90)
  const near = at.mark('standing', { at: [x, y, z], yaw: other.yaw }, `${name} near`)
  const far = at.mark('standing', { at: other.at, yaw: other.yaw - 180 }, `${name} far`)
  const cue = at.cue(`${name}, through`, leadsTo(far))
  const before = zone.rules.map(({ id }) => id)
  at.rule({ at: 'enter' }, cue)
  const made = at.here.rules.filter(({ id }) => !before.includes(id)).map(({ id }) => id)
  const end = itemAt(stamp(edit, zone.id, [shiftedBy(other.at[0] - x, other.at[2] - z)]), 0)
  edit.set(['zones', end, 'rules'], [])
  edit.set(
    ['zones', end, 'name'],
    freeName(
      `${name}, far end`,
      at.show.zones.map((each) => each.name),
    ),
  )
  if (zone.kit === undefined) {
    const kit = shareWithParts(edit, zone.id, made, `Way through, ${name}`)
    const { parts } = withId(at.show.kits, kit)
    const leads = needed(
      parts.find(({ is }) => is === 'mark'),
      'mark that the way leads to',
    ).id
    edit.set(['zones', end, 'parts'], { [leads]: near })
    edit.set(['zones', end, 'kit'], kit)
  } else {
    for (const field of ['overrides', 'parts', 'kit'] as const) edit.set(['zones', end, field], undefined)
    const back = at.cue(`${name}, back`, leadsTo(near))
    at.rule({ at: 'enter' }, back, {}, end)
  }
}

/** A way that zones lead: where one enters, where one is put, and the other zones of its kit, into which a walk is not to come again. */
export interface Way {
  ends: readonly Zone[]
  mark: Mark
}
/** The ways through that begin at a zone. */
export function waysFrom(show: Show, zone: Zone): Way[] {
  const ends = [
    zone,
    ...show.zones.filter((each) => each.id !== zone.id && zone.kit !== undefined && each.kit === zone.kit),
  ]
  const rules = [...kitRulesOf(show, zone), ...zone.rules]
  const marks = rules.flatMap(({ cue }) =>
    (cueAt(show, cue, zone)?.steps ?? []).flatMap((step) => (step.kind === 'move' ? [step.mark] : [])),
  )
  return [...new Set(marks)].flatMap((id) => {
    const mark = show.place.marks.find((each) => each.id === id)
    return mark ? [{ ends, mark }] : []
  })
}

/** A walk that comes by a way, led through it: it goes on from the far end as it went, up to where it would come by again. Undefined where it doesn't come by, or goes on from a move already. */
export function ledThrough(show: Show, { body: walks, points }: Walk, { ends, mark }: Way): WalkPoint[] | undefined {
  if (walks.kind !== 'player' || points.some(({ arrive }) => arrive)) return undefined
  const body = { radius: walks.radius ?? show.player.radius, low: 0, high: walks.height ?? show.player.height }
  const solids = ends.map(({ shape }) => solidOf(shape))
  const meets = (from: Point, to: Point, solid: Solid) =>
    crossings(solid, 0, body, pieceBetween(from, to, 1)).length > 0
  const [first] = solids
  const hit = points.findIndex(({ at }, i) => i > 0 && first && meets(itemAt(points, i - 1).at, at, first))
  if (hit < 0 || !first) return undefined
  const far = mark.at
  const on = onFrom(show, mark)
  const rest = points.slice(hit)
  const clear = rest.findIndex(({ at }, i) => solids.some((solid) => meets(rest[i - 1]?.at ?? on, at, solid)))
  return [
    ...points.slice(0, hit),
    // Where the way begins, so that the walk still leads into it.
    completePoint({ at: middleBetween(itemAt(points, hit - 1).at, itemAt(points, hit).at, first, body) }),
    completePoint({ at: far, arrive: true }),
    completePoint({ at: on }),
    ...(clear < 0 ? rest : rest.slice(0, clear)),
  ]
}
/** A step or two on from a mark, where nothing stands in the way and there is a floor. */
function onFrom({ place: { floors, walls } }: Show, { at: [x, y, z] }: Mark): Point {
  for (const far of [ON, ON / 2, ON / 4])
    for (const [dx, dz] of [[1, 0], [0, 1], [-1, 0], [0, -1]] as const) {
      const [px, pz] = [x + dx * far, z + dz * far]
      const floor = floorAt(floors, px, pz)
      if ((floors.length === 0 || floor !== undefined) && !blocked(walls, [x, z], [px, pz], y + KNEE))
        return [px, floor ?? y, pz]
    } // prettier-ignore
  return [x, y, z]
}

/** A point of a stretch that lies in a solid. */
function middleBetween(from: Point, to: Point, solid: Solid, body: Cylinder): Point {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2])
  const [enters = 0, leaves = length] = crossings(solid, 0, body, pieceBetween(from, to, 1))
  const share = length > 0 ? (enters + Math.min(leaves, length)) / 2 / length : 0
  return eachOf(from, (value, axis) => hundredths(value + (to[axis] - value) * share))
}
