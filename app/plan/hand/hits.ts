import type { Show } from '~~/core/show'
import type { ThingKind, ThingRef } from '~/document/things'
import type { Seen } from '~/frame/seen'
import { seenThings } from '../forms/storeys'
import { boxOfThing, offThing } from '../forms/thing-forms'

/** How near a pointer must come to something that has no size of its own (pixels). */
const NEAR = 9
/** How near it must come to a wall (pixels, and m: from far away one means what the walls are around). */
const BY_WALL = { pixels: 4, metres: 0.4 }
/** What lies above what; of zones the smallest. */
const ORDER: readonly ThingKind[] = ['mark', 'light', 'prop', 'wall', 'zone', 'floor']
const SMALL = new Set<ThingKind>(['mark', 'light'])

const thingsNear = <K extends ThingKind>(
  show: Show,
  kind: K,
  seen: Seen,
  x: number,
  z: number,
  reach: number,
): readonly { id: string }[] =>
  seenThings(show, kind, seen).filter((thing) => offThing(show, kind, thing, x, z) <= reach)

/** Everything under a spot, from above. `pixel`: one pixel in metres. */
export function thingsUnder(show: Show, seen: Seen, x: number, z: number, pixel: number): ThingRef[] {
  const found: ThingRef[] = []
  for (const kind of ORDER) {
    const reach = SMALL.has(kind)
      ? NEAR * pixel
      : kind === 'wall'
        ? Math.min(BY_WALL.pixels * pixel, BY_WALL.metres)
        : 0
    let here = thingsNear(show, kind, seen, x, z, reach)
    if (kind === 'zone' && here.length > 1) {
      const area = new Map(
        here.map(({ id }) => {
          const [x0, z0, x1, z1] = boxOfThing(show, kind, id) ?? [0, 0, 0, 0]
          return [id, (x1 - x0) * (z1 - z0)]
        }),
      )
      here = [...here].sort((a, b) => (area.get(a.id) ?? 0) - (area.get(b.id) ?? 0))
    }
    for (const { id } of here) found.push({ kind, id })
  }
  return found
}
