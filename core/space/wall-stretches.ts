import type { Opening, Spot, Wall } from '../show'

/** The stretches of a wall that some of its openings leave, in order. */
export function wallStretches(wall: Wall, openings: readonly Opening[] = wall.openings): [Spot, Spot][] {
  const { from, to } = wall
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1
  const along = (at: number): Spot => [
    from[0] + ((to[0] - from[0]) * at) / length,
    from[1] + ((to[1] - from[1]) * at) / length,
  ]
  const gaps = openings
    .map((opening): [number, number] => [Math.max(0, opening.at), Math.min(length, opening.at + opening.width)])
    .sort((a, b) => a[0] - b[0])
  const stretches: [Spot, Spot][] = []
  let reached = 0
  for (const [start, end] of [...gaps, [length, length]]) {
    if (start > reached) stretches.push([along(reached), along(start)])
    reached = Math.max(reached, end)
  }
  return stretches
}
