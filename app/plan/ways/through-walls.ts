import { blocked } from '~~/core/space'
import type { Show, Walk } from '~~/core/show'

/** At this height above its feet somebody meets a wall, and comes through what is open there (m). */
const KNEE = 0.5
/** A step up or down between points may be a ladder or a lift: walls are asked where it is walked (m). */
const STEEP = 2

/** The points of a walk from which it goes on through a wall. */
export const throughWalls = (show: Show, walk: Walk): number[] =>
  walk.body.kind !== 'player'
    ? []
    : walk.points.flatMap((point, i) => {
        const next = walk.points[i + 1]
        if (!next || Math.abs(next.at[1] - point.at[1]) > STEEP) return []
        const [a, b] = [point.at, next.at]
        return blocked(show.place.walls, [a[0], a[2]], [b[0], b[2]], Math.min(a[1], b[1]) + KNEE) ? [i] : []
      })
