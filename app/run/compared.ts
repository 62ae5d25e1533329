import { shallowRef } from 'vue'
import type { Change, Show } from '~~/core/show'

/** Two versions of the show beside each other, which score and plan show as long as somebody compares them. */
export interface Compared {
  before: Show
  after: Show
  changes: readonly Change[]
}
export const compared = shallowRef<Compared>()
