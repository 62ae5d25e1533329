import type { Point } from '../show'

/** Which of a point's numbers. */
export type Axis = 0 | 1 | 2

/** A point whose numbers are worked out of those of another, one by one. */
export const eachOf = (point: Readonly<Point>, of: (value: number, axis: Axis) => number): Point => [
  of(point[0], 0),
  of(point[1], 1),
  of(point[2], 2),
]

/** A point one of whose numbers is another. */
export const withAxis = (point: Readonly<Point>, axis: number, value: number): Point =>
  eachOf(point, (was, each) => (each === axis ? value : was))
