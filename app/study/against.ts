import { computed, shallowRef, watch } from 'vue'
import { studyReport, type StudyReport } from '~~/core/study'
import { useHistory } from '~/history/history'
import { useTakes } from '~/history/takes'
import { useStudy } from './study'

/** The study that the one that is walked is compared with: one that was kept, or of the same walkers in the last version that has a name. */
export function useAgainst() {
  const study = useStudy()
  const takes = useTakes()
  const history = useHistory()
  /** What the last named version came to, and of what. */
  const ofNamed = shallowRef<{ key: string; report: StudyReport }>()
  const wanted = computed(() => {
    if (takes.against !== 'last named' || study.isGoing || study.isLooking || !study.of || study.outcomes.length === 0)
      return undefined
    const { setOut } = study.of
    const { revision } = history.lastNamed
    return { revision, setOut, count: study.walkers, key: JSON.stringify([revision, setOut, study.walkers]) }
  })
  watch(
    wanted,
    async (asked) => {
      if (!asked || asked.key === ofNamed.value?.key) return
      const show = await history.showAt(asked.revision)
      if (!show || wanted.value?.key !== asked.key) return
      const outcomes = await study.walkAlso(show, asked.setOut, asked.count)
      if (outcomes) ofNamed.value = { key: asked.key, report: studyReport(show, asked.setOut, outcomes) }
    },
    { immediate: true },
  )
  return computed((): StudyReport | undefined => {
    const { against } = takes
    if (against === 'last named') return ofNamed.value?.report
    return takes.takes.find(({ id }) => id === against?.take)?.study
  })
}
