import type { Show, Spot, Zone } from '../show'
import { fromFrame, noticedBody, solidOfZone } from '../space'
import { isInRegion, type Region } from './clip'
import { sheetUnder, type Walkable } from './walkable'

/** Two spots that a zone should keep apart, just off it on either side. */
export interface Sides {
  sheet: number
  a: Spot
  b: Spot
}

/** Where walks go through the zone: a spot before and one after each crossing. */
function sidesByWalks(show: Show, walkable: Walkable, noticed: Region[]): Sides | undefined {
  for (const walk of show.walks) {
    if (walk.body.kind !== 'player') continue
    // A walk may pause inside, or turn there: what counts is where it came in and where it goes out.
    let before: Spot | undefined
    let inside = false
    let on: number | undefined
    for (let i = 1; i < walk.points.length; i++) {
      const [from, to] = [walk.points[i - 1].at, walk.points[i].at]
      const sheet = sheetUnder(walkable, [from[0], from[2]], from[1])
      if (sheet !== on) before = undefined
      if (sheet !== on) inside = false
      on = sheet
      if (sheet === undefined || noticed[sheet].length === 0) continue
      const length = Math.hypot(to[0] - from[0], to[2] - from[2])
      const steps = Math.ceil(length / 0.1)
      for (let n = 0; n <= steps; n++) {
        const u = n / Math.max(1, steps)
        const spot: Spot = [from[0] + (to[0] - from[0]) * u, from[2] + (to[2] - from[2]) * u]
        const isIn = isInRegion(noticed[sheet], ...spot)
        if (!isIn && inside && before) return { sheet, a: before, b: spot }
        if (!isIn) before = spot
        inside = isIn
      }
    }
  }
  return undefined
}

/** Without walks: the two sides of the shape that are farther from what stands beside it. */
function sidesByShape(show: Show, zone: Zone, walkable: Walkable, free: readonly Region[]): Sides | undefined {
  const solid = solidOfZone(show, zone)
  const [x0, , z0, x1, , z1] = solid.bounds
  const middle: Spot = [(x0 + x1) / 2, (z0 + z1) / 2]
  const sheet = sheetUnder(walkable, middle, solid.bounds[1])
  if (sheet === undefined) return undefined
  const yaw = zone.shape.kind === 'box' ? zone.shape.yaw : 0
  const frame = { at: [middle[0], 0, middle[1]] as const, yaw }
  const off = noticedBody(show, zone, walkable.walker).radius + 0.05
  const [hw, hd] = solid.kind === 'box' ? [solid.hw, solid.hd] : [(x1 - x0) / 2, (z1 - z0) / 2]
  const pairs: [Spot, Spot][] = [
    [fromFrame(0, -hd - off, frame), fromFrame(0, hd + off, frame)],
    [fromFrame(-hw - off, 0, frame), fromFrame(hw + off, 0, frame)],
  ]
  // A doorway's sides are those that both can be stood on; of two such pairs the one across the narrow way of the zone.
  const standing = pairs.filter((pair) => pair.every(([x, z]) => isInRegion(free[sheet], x, z)))
  if (standing.length === 2 && hw < hd) standing.reverse()
  const [pair] = standing
  return pair && { sheet, a: pair[0], b: pair[1] }
}

/** So many spots around a zone are tried, and two of them are two sides if they lie so far apart about its middle (degrees). */
const AROUND = 48
const APART = 60

/** Where neither tells: the two spots just off it that can be stood on and lie most opposite each other. */
function sidesAround(
  show: Show,
  zone: Zone,
  walkable: Walkable,
  free: readonly Region[],
  noticed: readonly Region[],
): Sides | undefined {
  const solid = solidOfZone(show, zone)
  const [x0, , z0, x1, , z1] = solid.bounds
  const middle: Spot = [(x0 + x1) / 2, (z0 + z1) / 2]
  const sheet = sheetUnder(walkable, middle, solid.bounds[1]) ?? noticed.findIndex((region) => region.length > 0)
  if (sheet < 0 || noticed[sheet].length === 0) return undefined
  const far = Math.hypot(x1 - x0, z1 - z0) + 2 * walkable.walker.radius + 1
  const spots: { spot: Spot; angle: number }[] = []
  for (let n = 0; n < AROUND; n++) {
    const angle = (360 * n) / AROUND
    const [dx, dz] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)]
    // From outside in, the last spot at which nobody is noticed.
    let [near, off] = [0, far]
    while (off - near > 0.01) {
      const at = (near + off) / 2
      if (isInRegion(noticed[sheet], middle[0] + dx * at, middle[1] + dz * at)) near = at
      else off = at
    }
    const spot: Spot = [middle[0] + dx * (off + 0.05), middle[1] + dz * (off + 0.05)]
    if (isInRegion(free[sheet], ...spot)) spots.push({ spot, angle })
  }
  let best: Sides | undefined
  let apart = APART
  for (const one of spots)
    for (const other of spots) {
      const between = Math.abs(((one.angle - other.angle + 540) % 360) - 180)
      if (between <= apart) continue
      apart = between
      best = { sheet, a: one.spot, b: other.spot }
    }
  return best
}

/** The two sides of a zone between which somebody would pass it: where walks cross it, or as its shape and what stands around it have them. */
export const sidesOf = (
  show: Show,
  zone: Zone,
  walkable: Walkable,
  noticed: Region[],
  free: readonly Region[],
): Sides | undefined =>
  sidesByWalks(show, walkable, noticed) ??
  sidesByShape(show, zone, walkable, free) ??
  sidesAround(show, zone, walkable, free, noticed)
