import earcut from 'earcut'
import type { Floor, Point, Prop, Wall } from '../../show'
import { floorHeight, wallBlocks, wallLength } from '../../space'
import { valueAt } from '../history'
import { carriedBy, isFlung, isTouched, propHistory, propNow, type World } from '../world'
import { slab, type Obstacle } from './physics'

/** Where a solid prop stands now; undefined while it isn't shown, or with somebody. */
function standingNow(world: World, prop: Prop): { middle: Point; yaw: number } | undefined {
  const shown = propHistory(world, prop.id, 'shown')
  if (!(shown ? valueAt(shown, false, world.now) : prop.shown)) return undefined
  if (carriedBy(world, prop.id) !== null) return undefined
  return propNow(world, prop)
}

/** How the solid props stand now that have been moved, hidden or flung, in numbers of its own. */
export function disarray(world: World): number[] {
  const numbers: number[] = []
  const { props } = world.compiled.show.place
  for (let index = 0; index < props.length; index++) {
    const prop = props[index]
    if (!prop.solid || !isMoved(world, prop.id)) continue
    const now = standingNow(world, prop)
    if (now) numbers.push(index, ...now.middle, now.yaw)
    else numbers.push(index, NaN)
  }
  return numbers
}

const isMoved = (world: World, prop: string): boolean =>
  isTouched(world, prop) &&
  (isFlung(world, prop) || MOVING.some((field) => propHistory(world, prop, field) !== undefined))
const MOVING = ['slide', 'turn', 'shown', 'carried']

/** Everything solid in the place as it stands now, but one prop: what that one can hit when it is flung. */
export function obstaclesNow(world: World, flung: string): Obstacle[] {
  const { place } = world.compiled.show
  const props = place.props.flatMap((prop): Obstacle[] => {
    const [w, h, d] = prop.size
    const now = prop.id !== flung && prop.solid && w > 0 && h > 0 && d > 0 ? standingNow(world, prop) : undefined
    if (!now) return []
    return [
      prop.kind === 'cylinder'
        ? { kind: 'cylinder', middle: now.middle, radius: Math.max(w, d) / 2, halfHeight: h / 2 }
        : { kind: 'box', middle: now.middle, half: [w / 2, h / 2, d / 2], yaw: now.yaw },
    ]
  })
  return [...place.floors.map(floorSlab), ...place.walls.flatMap(wallObstacles), ...props]
}

function floorSlab(floor: Floor): Obstacle {
  return slab(
    floor.outline,
    floor.outline.map(([x, z]) => floorHeight(floor, x, z)),
    earcut(floor.outline.flat()),
  )
}

/** A wall as blocks around its openings. */
function wallObstacles(wall: Wall): Obstacle[] {
  const length = wallLength(wall) || 1
  const dx = (wall.to[0] - wall.from[0]) / length
  const dz = (wall.to[1] - wall.from[1]) / length
  const yaw = (Math.atan2(-dz, dx) * 180) / Math.PI
  return wallBlocks(wall).map(({ from, to, low, high }): Obstacle => {
    const along = (from + to) / 2
    const middle: Point = [wall.from[0] + dx * along, wall.y + (low + high) / 2, wall.from[1] + dz * along]
    return { kind: 'box', middle, half: [(to - from) / 2, (high - low) / 2, Math.max(0.02, wall.thickness / 2)], yaw }
  })
}
