import { hundredths } from '../base'
import type { Spot, Wall } from '../show'
import { grown, isInRegion, piecesOf, unionOf } from './clip'

/** Corners of walls that don't quite meet are closed up to this (m). */
const SLACK = 0.06

/** The outline of the space between walls around a spot, to the middle of the walls; undefined where they don't enclose it. Openings count as closed. */
export function enclosureAt(walls: readonly Wall[], [x, z]: Spot): Spot[] | undefined {
  const strips = walls.flatMap(({ from, to }): Spot[][] => {
    const length = Math.hypot(to[0] - from[0], to[1] - from[1])
    if (length === 0) return []
    const ux = ((to[0] - from[0]) / length) * SLACK
    const uz = ((to[1] - from[1]) / length) * SLACK
    return [
      [
        [from[0] - ux - uz, from[1] - uz + ux],
        [to[0] + ux - uz, to[1] + uz + ux],
        [to[0] + ux + uz, to[1] + uz - ux],
        [from[0] - ux + uz, from[1] - uz - ux],
      ],
    ]
  })
  if (strips.length === 0) return undefined
  for (const piece of piecesOf(unionOf(strips)))
    for (const hole of piece.slice(1)) {
      if (!isInRegion([hole], x, z)) continue
      const [outline] = grown([hole.slice().reverse()], SLACK, 'sharp')
      return outline && tidied(outline)
    }
  return undefined
}

/** Corners to the centimetre where a wall's own are as near, without those that lie on a line between their neighbours. */
function tidied(outline: readonly Spot[]): Spot[] {
  const spots = outline.map(([x, z]): Spot => [hundredths(x), hundredths(z)])
  return spots.filter((spot, i) => {
    const a = spots[(i + spots.length - 1) % spots.length]
    const b = spots[(i + 1) % spots.length]
    return Math.abs((spot[0] - a[0]) * (b[1] - a[1]) - (spot[1] - a[1]) * (b[0] - a[0])) > 0.001
  })
}
