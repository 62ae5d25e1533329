import type { Run } from '~~/core/engine'
import type { Light, Prop, Show } from '~~/core/show'

/** What a run is at a time, for the plan. */
export interface Moment {
  show: Show
  run: Run
  t: number
  player: number
  /** What of the place is seen. */
  lights: readonly Light[]
  props: readonly Prop[]
}
