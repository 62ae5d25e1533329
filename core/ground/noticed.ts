import { extent, memoFor } from '../base'
import type { Show, Spot, Zone } from '../show'
import { floorHeight, noticedBody, outlineOf, solidOfZone, type Solid } from '../space'
import { ARC_ERROR, common, grown, joined, type Region } from './clip'
import type { Walkable } from './walkable'

/** Where the middle of a body would be noticed, sheet by sheet: the zone grown by what is noticed, on the floors whose height it reaches. */
function noticedOn(show: Show, zone: Zone, walkable: Walkable, sheet: number): Region {
  const solid = solidOfZone(show, zone)
  const { radius, low, high } = noticedBody(show, zone, walkable.walker)
  /** Where its middle is noticed whose heights lie between two. */
  const wholeAt = memoFor<Solid, Region>()
  const whole = (from: number, to: number): Region =>
    wholeAt(solid, solid.kind === 'sphere' ? [from, to] : [], () => {
      if (solid.kind === 'sphere' || solid.kind === 'cylinder')
        return [circle(solid.x, solid.z, reachOf(solid, from, to) + radius)]
      return grown([positive(outlineOf(solid))], radius)
    })
  const parts: Region[] = []
  for (const floor of walkable.sheets[sheet].floors) {
    // Over a ramp a sphere reaches as far as it does at the best of its heights there.
    const [foot, head] = extent(floor.outline.map(([x, z]) => floorHeight(floor, x, z)))
    const there = whole(foot + low, head + high)
    const here = common(there, [positive(floor.outline)])
    if (here.length === 0) continue
    const [lowest, highest] = extent(here.flat().map(([x, z]) => floorHeight(floor, x, z)))
    const reaches = highest + high >= solid.bounds[1] && lowest + low <= solid.bounds[4]
    // A hair over the floor's edge, so that no seam stays open between two floors.
    if (reaches) parts.push(common(grown(here, 0.02, 'sharp'), there))
  }
  return joined(parts)
}

/** How far a round solid reaches in plan to what lies between two heights (m). */
function reachOf(solid: Solid & { kind: 'sphere' | 'cylinder' }, from: number, to: number): number {
  if (solid.kind === 'cylinder') return solid.radius
  const off = Math.max(0, from - solid.y, solid.y - to)
  return Math.sqrt(Math.max(0, solid.radius ** 2 - off ** 2))
}
/** A circle as a polygon whose sides lie inside it by ARC_ERROR at the most. */
function circle(x: number, z: number, radius: number): Spot[] {
  const sides = radius > ARC_ERROR ? Math.max(8, Math.ceil(Math.PI / Math.acos(1 - ARC_ERROR / radius))) : 8
  return Array.from({ length: sides }, (_, i): Spot => {
    const a = (2 * Math.PI * i) / sides
    return [x + radius * Math.cos(a), z + radius * Math.sin(a)]
  })
}
/** The same for each sheet. */
export const noticedSheets = (show: Show, zone: Zone, walkable: Walkable): Region[] =>
  walkable.sheets.map((_, sheet) => noticedOn(show, zone, walkable, sheet))

/** An outline turned as filled areas are. */
export function positive(outline: readonly Spot[]): Spot[] {
  let twice = 0
  outline.forEach(([x, z], i) => {
    const [nx, nz] = outline[(i + 1) % outline.length]
    twice += x * nz - nx * z
  })
  return twice >= 0 ? [...outline] : [...outline].reverse()
}
