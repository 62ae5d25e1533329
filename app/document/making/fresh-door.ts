import { hundredths, thousandths } from '~~/core/base'
import { alongWall, onWall, STEP, yawOfWall } from '~~/core/space'
import type { Opening, Point, Prop, Show, Spot, Wall } from '~~/core/show'
import { freshProp } from './fresh'

/** How thick a leaf is (m). */
const LEAF = 0.05

/** An opening, and the wall it is in. */
export interface Doorframe {
  wall: Wall
  opening: Opening
}

/** The opening of a wall under a spot of the plan, if one is so near (m). */
export function openingAt(walls: readonly Wall[], [x, z]: Spot, near: number): Doorframe | undefined {
  for (const wall of walls) {
    const { at, off } = onWall(wall, x, z)
    if (off > wall.thickness / 2 + near) continue
    const opening = wall.openings.find((each) => at >= each.at - near && at <= each.at + each.width + near)
    if (opening) return { wall, opening }
  }
  return undefined
}

/** The doorway, from the floor up, whose middle is nearest to a spot, no further than so far (m). */
export function doorwayNear({ place }: Show, [x, , z]: Readonly<Point>, within: number): Doorframe | undefined {
  let best: { frame: Doorframe; off: number } | undefined
  for (const wall of place.walls)
    for (const opening of wall.openings) {
      const [ox, oz] = alongWall(wall, opening.at + opening.width / 2)
      const off = Math.hypot(ox - x, oz - z)
      if (opening.sill <= STEP && off <= within && off < (best?.off ?? Infinity))
        best = { frame: { wall, opening }, off }
    }
  return best?.frame
}

/** A leaf that fills an opening. Nobody is stopped by it: whether it is open is for cues to say. */
export function freshDoor(show: Show, { wall, opening }: Doorframe): Prop {
  const [x, z] = alongWall(wall, opening.at + opening.width / 2)
  const at: Point = [thousandths(x), thousandths(wall.y + opening.sill), thousandths(z)]
  const door = freshProp(show, 'box', at, [opening.width, opening.height, LEAF], 'Door')
  return { ...door, yaw: hundredths(yawOfWall(wall)), solid: false, form: 'door' }
}
