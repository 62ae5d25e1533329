import { outlineOf } from '~~/core/space'
import type { Show, Spot } from '~~/core/show'
import { type ThingRef, thingOf } from '~/document/things'
import { rimPath, solidOfZone } from './geometry'
import { propOutline } from './thing-forms'

function wallOutline(from: Spot, to: Spot, half: number): Spot[] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1
  const nx = (-(to[1] - from[1]) * half) / length
  const nz = ((to[0] - from[0]) * half) / length
  return [
    [from[0] + nx, from[1] + nz],
    [to[0] + nx, to[1] + nz],
    [to[0] - nx, to[1] - nz],
    [from[0] - nx, from[1] - nz],
  ]
}

/** A thing from above, as what is drawn around it; `pixel`: how many metres that is. */
export function outlineOfThing(
  show: Show,
  { kind, id }: ThingRef,
  pixel: number,
): { outline: Spot[]; rim?: string; enabled?: boolean } {
  switch (kind) {
    case 'zone': {
      const zone = thingOf(show, 'zone', id)
      const solid = solidOfZone(show, zone)
      return {
        outline: outlineOf(solid),
        enabled: zone.enabled,
        ...(zone.rim > 0 && { rim: rimPath(solid, zone.rim) }),
      }
    }
    case 'wall': {
      const wall = thingOf(show, 'wall', id)
      return { outline: wallOutline(wall.from, wall.to, Math.max(wall.thickness / 2, 2 * pixel)) }
    }
    case 'floor':
      return { outline: thingOf(show, 'floor', id).outline }
    case 'prop':
      return { outline: propOutline(thingOf(show, 'prop', id)) }
    case 'light':
    case 'mark': {
      const [x, , z] = thingOf(show, kind, id).at
      const r = 9 * pixel
      return {
        outline: Array.from({ length: 24 }, (_, i) => [
          x + r * Math.cos((i / 12) * Math.PI),
          z + r * Math.sin((i / 12) * Math.PI),
        ]),
      }
    }
  }
}
