import type { Show } from '~~/core/show'
import type { ThingKind, ThingRef } from '~/document/things'
import { solidOfZone } from '../forms/geometry'
import { seenThings } from '../forms/storeys'
import { offThing } from '../forms/thing-forms'

/** How near a pointer must come to something that has no size of its own (pixels). */
const NEAR = 9
/** How near it must come to a wall (pixels, and m: from far away one means what the walls are around). */
const BY_WALL = { pixels: 4, metres: 0.4 }
/** What lies above what; of zones the smallest. */
const ORDER: readonly ThingKind[] = ['mark', 'light', 'prop', 'wall', 'zone', 'floor']
const SMALL = new Set<ThingKind>(['mark', 'light'])

/** Everything under a spot, from above. `pixel`: one pixel in metres. */
export function thingsUnder(show: Show, storey: number | undefined, x: number, z: number, pixel: number): ThingRef[] {
  const found: ThingRef[] = []
  for (const kind of ORDER) {
    const reach = SMALL.has(kind)
      ? NEAR * pixel
      : kind === 'wall'
        ? Math.min(BY_WALL.pixels * pixel, BY_WALL.metres)
        : 0
    let here = seenThings(show, kind, storey).filter((thing) => offThing(show, kind, thing as never, x, z) <= reach)
    if (kind === 'zone' && here.length > 1) {
      const area = new Map(
        (here as Show['zones']).map((zone) => {
          const [x0, , z0, x1, , z1] = solidOfZone(show, zone).bounds
          return [zone.id, (x1 - x0) * (z1 - z0)]
        }),
      )
      here = [...here].sort((a, b) => area.get(a.id)! - area.get(b.id)!)
    }
    for (const { id } of here) found.push({ kind, id })
  }
  return found
}
