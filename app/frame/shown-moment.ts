import { computed, type ComputedRef } from 'vue'
import type { Run } from '~~/core/engine'
import type { Show } from '~~/core/show'
import { useRun } from '~/run/current-run'
import { lentMoment } from '~/run/lent-moment'
import { usePlayhead } from './playhead'

/** A moment of a run, as one of its players has it. */
export interface ShownMoment {
  show: Show
  run: Run
  t: number
  player: number
  /** The walks of those who aren't there any more. */
  gone?: readonly number[]
}

/** The moment that the place is shown at: the run at the playhead, or what somebody lends. */
export function useShownMoment(): ComputedRef<ShownMoment | undefined> {
  const runs = useRun()
  const playhead = usePlayhead()
  return computed(() => {
    const lent = lentMoment.value
    if (lent) return { show: lent.show, run: lent.run, t: lent.t, player: 0 }
    const { run, played, player } = runs
    return run && played ? { show: played, run, t: playhead.t, player } : undefined
  })
}
