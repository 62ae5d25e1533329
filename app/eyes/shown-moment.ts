import { useRun } from '~/run/current-run'
import { lentMoment } from '~/run/lent-moment'
import { usePlayhead } from '~/frame/playhead'
import type { StageMoment } from './stage/stage-moment'

/** The moment that Eyes shows: the run at the playhead, or what somebody lends. */
export function useShownMoment(): ComputedRef<StageMoment | undefined> {
  const runs = useRun()
  const playhead = usePlayhead()
  return computed(() => {
    const lent = lentMoment.value
    if (lent) return { show: lent.show, run: lent.run, t: lent.t, player: 0 }
    const { run, played, player } = runs
    return run && played ? { show: played, run, t: playhead.t, player } : undefined
  })
}
