import { shallowRef } from 'vue'
import type { Change } from '~~/core/show'
import type { Version } from './run.worker'

/** Two versions of the show beside each other, which score and plan show as long as somebody compares them; each perhaps with whose run it is. */
export interface Compared {
  before: Version
  after: Version
  /** Whether the later one is what is there now; if not the score is of a run of it. */
  isNow: boolean
  changes: readonly Change[]
}
export const compared = shallowRef<Compared>()
