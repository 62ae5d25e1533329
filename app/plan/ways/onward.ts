import type { Run } from '~~/core/engine'
import type { Point, WalkPoint } from '~~/core/show'
import { itemAt } from '~~/core/base'

/** Where a walker who was moved goes on: from the mark to a point of the walk, or nowhere if none is left. */
export interface Onward {
  from: Point
  to: number | undefined
}

type Path = Run['paths'][number]
const drawn = (route: Path[number]['route']) => route.origin?.route ?? route

/** After each move of a run, which point of its walk a walker goes on to. `path`: as the run has it. */
export function onwardOf(path: Path, points: readonly WalkPoint[]): Onward[] {
  const found: Onward[] = []
  for (const [i, { route }] of path.entries()) {
    // Who is only slowed goes on as before.
    if (i === 0 || drawn(route) === drawn(itemAt(path, i - 1).route)) continue
    const to = route.first + 1
    const isSame = found.some((one) => one.to === to && one.from.every((v, k) => v === route.legs[0]!.piece.from[k]))
    if (!isSame) found.push({ from: [...route.legs[0]!.piece.from], to: to < points.length ? to : undefined })
  }
  return found
}

/** The points of a walk such that after a move that went on to one of them it goes on to another. */
export function goingOnTo(points: readonly WalkPoint[], was: number | undefined, is: number): WalkPoint[] {
  return points.map((point, i) => {
    if (i === is - 1) return point.arrive ? point : { ...point, arrive: true }
    return i === (was ?? points.length) - 1 && point.arrive ? { ...point, arrive: false } : point
  })
}
