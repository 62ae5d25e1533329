import type { Light, Prop } from '~~/core/show'
import type { ShownMoment } from '~/frame/shown-moment'

/** What a run is at a time, for the plan. */
export interface Moment extends ShownMoment {
  /** What of the place is seen. */
  lights: readonly Light[]
  props: readonly Prop[]
}
