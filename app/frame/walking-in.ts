import { shallowRef } from 'vue'
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
      walksFrom.value = { at: standingAt(doc.now, spot), yaw: 0 }
      return false
    },
  }
}
