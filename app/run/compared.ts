import { shallowRef } from 'vue'
import type { Change, Show } from '~~/core/show'

/** Two versions of the show beside each other, which score and plan show as long as somebody compares them. */
export interface Compared {
  before: Show
  after: Show
  /** Whether the later one is what is there now; if not the score is of a run of it. */
  isNow: boolean
  changes: readonly Change[]
}
export const compared = shallowRef<Compared>()
