import { memo } from '../base'
import { CHANNEL, channelAt, frameIn, type Run } from '../engine'
import type { Place, Prop, Show, Spot, Wall } from '../show'
import { alongWall, fromFrame, insidePolygon, nearestOnSegment, wallBlocks, wallLength, type Frame } from '../space'

/** Something solid that stands upright: all that is as near to an outline in plan as it is round, between two heights (m). */
export interface Block {
  outline: readonly Spot[]
  round: number
  low: number
  high: number
  x0: number
  z0: number
  x1: number
  z1: number
}

export function blockOver(outline: readonly Spot[], round: number, low: number, high: number): Block {
  let [x0, z0, x1, z1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const [x, z] of outline) {
    x0 = Math.min(x0, x - round)
    z0 = Math.min(z0, z - round)
    x1 = Math.max(x1, x + round)
    z1 = Math.max(z1, z + round)
  }
  return { outline, round, low, high, x0, z0, x1, z1 }
}

/** How far a spot is from a block in plan (m), below nought within it, and which way leads out of it straightest. */
export interface Apart {
  distance: number
  out: Spot
}
export function apart({ outline, round }: Block, x: number, z: number): Apart {
  let nearest: Spot = outline[0]
  let least = Infinity
  for (let i = 0; i < outline.length; i++) {
    const spot = nearestOnSegment(x, z, outline[i], outline[(i + 1) % outline.length])
    const far = Math.hypot(x - spot[0], z - spot[1])
    if (far < least) {
      least = far
      nearest = spot
    }
  }
  const sign = outline.length > 2 && insidePolygon(x, z, outline) ? -1 : 1
  const out: Spot = least > 1e-9 ? [(sign * (x - nearest[0])) / least, (sign * (z - nearest[1])) / least] : [1, 0]
  return { distance: sign * least - round, out }
}

/** The half of the least thickness that a wall has for who walks against it (m). */
const THIN = 0.01

function blocksOfWall(wall: Wall): Block[] {
  const length = wallLength(wall)
  if (length === 0) return []
  const half = Math.max(THIN, wall.thickness / 2)
  const [ux, uz] = [(wall.to[0] - wall.from[0]) / length, (wall.to[1] - wall.from[1]) / length]
  return wallBlocks(wall).map(({ from, to, low, high }) => {
    // Into the corners, where it joins the next.
    const [a, b] = [from === 0 ? -half : from, to === length ? length + half : to]
    const at = (along: number, aside: number): Spot => {
      const [x, z] = alongWall(wall, 0)
      return [x + ux * along - uz * aside, z + uz * along + ux * aside]
    }
    return blockOver([at(a, half), at(b, half), at(b, -half), at(a, -half)], 0, wall.y + low, wall.y + high)
  })
}
/** The solid parts of all walls. */
export const wallsAsBlocks = memo((walls: Place['walls']): Block[] => walls.flatMap(blocksOfWall))

function blockOfProp({ kind, size: [w, h, d] }: Prop, frame: Frame): Block {
  const [x, y, z] = frame.at
  if (kind === 'cylinder') return blockOver([[x, z]], w / 2, y, y + h)
  const corner = (right: number, back: number) => fromFrame((right * w) / 2, (back * d) / 2, frame)
  return blockOver([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)], 0, y, y + h)
}
const blockAtHome = memo((prop: Prop): Block => blockOfProp(prop, prop))

/** All that is solid in a place where nothing has moved yet. */
export const blocksAtHome = memo((place: Place): Block[] => [
  ...wallsAsBlocks(place.walls),
  ...place.props.flatMap((prop) => (prop.solid && prop.shown ? blockAtHome(prop) : [])),
])

/** The solid props that are shown at a time of a run and that nobody carries, where they are then. */
export function propsAsBlocks(show: Show, run: Run, t: number): Block[] {
  const blocks: Block[] = []
  for (const prop of show.place.props) {
    if (!prop.solid) continue
    const isTouched = CHANNEL.prop(prop.id) in run.channels.fields || run.flights.some((each) => each.prop === prop.id)
    if (!isTouched) {
      if (prop.shown) blocks.push(blockAtHome(prop))
      continue
    }
    const { shown, carried } = channelAt(show, run, CHANNEL.prop(prop.id), t, 0)
    if (shown && carried === null) blocks.push(blockOfProp(prop, frameIn(show, run, prop.id, t)))
  }
  return blocks
}
