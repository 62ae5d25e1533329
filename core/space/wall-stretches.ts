import type { Opening, Spot, Wall } from '../show'
import { alongWall, wallLength } from './along-wall'

/** The stretches of a wall that some of its openings leave, in order. */
export function wallStretches(wall: Wall, openings: readonly Opening[] = wall.openings): [Spot, Spot][] {
  const length = wallLength(wall) || 1
  const gaps = openings
    .map((opening): [number, number] => [Math.max(0, opening.at), Math.min(length, opening.at + opening.width)])
    .sort((a, b) => a[0] - b[0])
  const stretches: [Spot, Spot][] = []
  let reached = 0
  for (const [start, end] of [...gaps, [length, length]]) {
    if (start > reached) stretches.push([alongWall(wall, reached), alongWall(wall, start)])
    reached = Math.max(reached, end)
  }
  return stretches
}
