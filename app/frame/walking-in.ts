import { shallowRef } from 'vue'
import { extent } from '~~/core/base'
import type { Floor, Spot } from '~~/core/show'
import { yawOf } from '~~/core/space'
import type { Beginning } from '~~/core/walking'
import { standingAt } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { picking } from './picking'

/** From where somebody walks in, and whether with others: as one of them, or to look on. */
export type Entrance = Beginning['from'] & { together?: 'walks' | 'looks on' }
/** From where somebody walks in now; nothing while nobody does. */
export const walksFrom = shallowRef<Entrance>()

/** Asks for a spot of the plan, and walks in there at the beginning of the run. */
export function walkInSomewhere(): void {
  const doc = useShow()
  picking.value = {
    says: 'Walk in',
    kinds: [],
    take() {},
    spot(spot) {
      walksFrom.value = { at: standingAt(doc.now, spot), yaw: towardsMiddle(doc.now.place.floors, spot) }
      return false
    },
  }
}

/** The yaw towards the middle of the place: who walks in at its edge sees it. */
function towardsMiddle(floors: readonly Floor[], [x, z]: Spot): number {
  const outline = floors.flatMap((floor) => floor.outline)
  const [west, east] = extent(outline.map(([across]) => across))
  const [north, south] = extent(outline.map(([, along]) => along))
  const [dx, dz] = [(west + east) / 2 - x, (north + south) / 2 - z]
  return Number.isFinite(dx + dz) && Math.hypot(dx, dz) > 0 ? yawOf(dx, dz) : 0
}
