import type { Floor, Mark, Point, Show, Zone } from '../show'
import { blocked, floorHeight, insidePolygon, noticedBody, solidOfZone, touches } from '../space'

/** Somewhere else is looked for in so many directions, at so many distances up to the farthest (m). */
const DIRECTIONS = 16
const RINGS = 20
const FARTHEST = 2
/** Floors that differ by less are the same to stand on (m). */
const LEVEL = 0.02

const NOWHERE = { radius: 0, low: 0, high: 0 }

/** The zones that notice a body standing at a mark by its width alone: the mark itself is outside of them. */
export function zonesBeside(show: Show, { kind, at }: Mark): Zone[] {
  if (kind === 'camera') return []
  return show.zones.filter((zone) => {
    const solid = solidOfZone(show, zone)
    const body = noticedBody(show, zone)
    const middle = { ...NOWHERE, low: body.low, high: body.high }
    return zone.enabled && touches(solid, 0, body, at) && !touches(solid, 0, middle, at)
  })
}

/** The nearest spot on the same floor, with no wall in between, where a body reaches into no zone that doesn't hold its middle; undefined if there is none within 2 m. */
export function clearedOf(show: Show, mark: Mark): Point | undefined {
  const { walls, floors } = show.place
  const [x, y, z] = mark.at
  const { radius } = show.player
  for (let ring = 1; ring <= RINGS; ring++)
    for (let i = 0; i < DIRECTIONS; i++) {
      const angle = (2 * Math.PI * i) / DIRECTIONS
      const [dx, dz] = [Math.cos(angle), Math.sin(angle)]
      const far = (ring * FARTHEST) / RINGS
      const at: Point = [x + dx * far, y, z + dz * far]
      const hitsWall = blocked(walls, [x, z], [x + dx * (far + radius), z + dz * (far + radius)], y + 1)
      if (hitsWall || (floors.length > 0 && !floors.some((floor) => isUnder(floor, at)))) continue
      if (zonesBeside(show, { ...mark, at }).length === 0) return at
    }
  return undefined
}

const isUnder = (floor: Floor, [x, y, z]: Point): boolean =>
  insidePolygon(x, z, floor.outline) && Math.abs(floorHeight(floor, x, z) - y) <= LEVEL
