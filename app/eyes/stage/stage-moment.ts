import type { Run } from '~~/core/engine'
import type { Show } from '~~/core/show'

/** A moment of a run, as one of its players sees it. */
export interface StageMoment {
  show: Show
  run: Run
  t: number
  player: number
}
