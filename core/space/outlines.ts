import type { Spot } from '../show'

/** The edges of an outline, from each corner to the next, the last to the first. */
export const edgesOf = (outline: readonly Spot[]): [Spot, Spot][] =>
  outline.map((a, i) => [a, outline[(i + 1) % outline.length]])

/** The area within an outline (m²), below nought where it goes round the other way. */
export const signedArea = (outline: readonly Spot[]): number =>
  edgesOf(outline).reduce((sum, [a, b]) => sum + (a[0] * b[1] - b[0] * a[1]) / 2, 0)

/** The spot half way between two. */
export const halfWay = (a: Spot, b: Spot): Spot => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]

/** The middle of some spots. */
export const meanOf = (spots: readonly Spot[]): Spot => [
  spots.reduce((sum, [x]) => sum + x, 0) / (spots.length || 1),
  spots.reduce((sum, [, z]) => sum + z, 0) / (spots.length || 1),
]
