import { shallowRef } from 'vue'
import type { Run } from '~~/core/engine'
import type { Show, Spot } from '~~/core/show'

/** A moment of another run than the walk's, which the plan shows instead as long as somebody lends it. */
export interface LentMoment {
  show: Show
  run: Run
  t: number
  /** Whoever stands there, and how they are put elsewhere and turned (degrees). */
  listener: { at: Spot; yaw: number }
  move: (at: Spot) => void
  turn: (yaw: number) => void
}
export const lentMoment = shallowRef<LentMoment>()
