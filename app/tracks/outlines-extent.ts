import { extent } from '~~/core/base'
import type { Floor } from '~~/core/show'

/** How wide all floors are together, the wider way (m); 0 where there are none. */
export function outlinesExtent(floors: readonly Floor[]): number {
  const spots = floors.flatMap(({ outline }) => outline)
  if (spots.length === 0) return 0
  const [x0, x1] = extent(spots.map(([x]) => x))
  const [z0, z1] = extent(spots.map(([, z]) => z))
  return Math.max(x1 - x0, z1 - z0)
}
