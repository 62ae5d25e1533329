import { proxy, wrap, type Remote } from 'comlink'
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Show } from '~~/core/show'
import type { Outcome, SetOut, Sweep, Swept } from '~~/core/study'
import { probe } from '~/document/probe'
import { useShow } from '~/document/show'
import { useRun } from '~/run/current-run'
import { threadsFor } from '~/run/threads'
import type { StudyWorker } from './study.worker'

/** No more workers than this walk at once. */
const MOST_WORKERS = 4
/** So many walkers are the fewest that say anything. */
export const FEWEST = 20
export const MOST_WALKERS = 20_000
/** So many walk at each value of a sweep. */
const SWEPT_WALKERS = 200

const isEqual = (a: SetOut, b: SetOut): boolean => a.population === b.population && a.walks.join() === b.walks.join()

/** A study of the show: many varied walkers on the walks that are followed, and what they met. It stays while one looks elsewhere. */
export const useStudy = defineStore('study', () => {
  const doc = useShow()
  const runs = useRun()
  /** How many are to set out. */
  const walkers = useLocalStorage('esvik:walkers', 1000)
  /** What has been swept, and of what. */
  const swept = shallowRef<{ asked: Omit<Sweep, 'setOut' | 'walkers'>; found: readonly Swept[]; isWhole: boolean }>()
  const outcomes = shallowRef<readonly Outcome[]>([])
  /** The show that they walked, and who they were. */
  const of = shallowRef<{ show: Show; setOut: SetOut }>()
  const isGoing = ref(false)
  const trouble = ref('')
  /** The cue that is looked at. */
  const cue = ref<string>()
  const took = ref(0)
  let workers: Remote<StudyWorker>[] | undefined
  let round = 0

  function crew(): Remote<StudyWorker>[] {
    return (workers ??= Array.from({ length: threadsFor(MOST_WORKERS) }, () =>
      wrap<StudyWorker>(new Worker(new URL('./study.worker.ts', import.meta.url), { type: 'module' })),
    ))
  }
  /** Whether what is shown is of another show, or of others, than are open and chosen now. */
  const isOld = computed(
    () => of.value !== undefined && (of.value.show !== doc.show || !isEqual(of.value.setOut, runs.setOut)),
  )

  async function begin(): Promise<void> {
    const { show } = doc
    if (!show || runs.walks.length === 0) return
    const mine = ++round
    const { setOut } = runs
    outcomes.value = []
    of.value = { show, setOut }
    trouble.value = ''
    isGoing.value = true
    const began = performance.now()
    const found: Outcome[] = []
    const tell = (some: Outcome[]) => {
      if (mine !== round) return
      found.push(...some)
      outcomes.value = [...found].sort((a, b) => a.walker - b.walker)
    }
    const all = crew()
    const faults = await Promise.all(
      all.map((worker, i) =>
        worker.study(show, { setOut, first: i + 1, step: all.length, walkers: walkers.value }, proxy(tell)),
      ),
    )
    if (mine !== round) return
    took.value = (performance.now() - began) / 1000
    trouble.value = faults.find((fault) => fault !== undefined) ?? ''
    isGoing.value = false
  }
  /** Tries values of a number, with as many walkers as say enough; a study that goes on is stopped for it. */
  async function sweep(asked: Omit<Sweep, 'setOut' | 'walkers'>): Promise<void> {
    const { show } = doc
    if (!show) return
    stop()
    const mine = ++round
    const found: Swept[] = []
    const all = crew()
    swept.value = { asked, found, isWhole: false }
    const more = { setOut: runs.setOut, walkers: Math.min(SWEPT_WALKERS, walkers.value) }
    const tell = (one: Swept) => {
      if (mine !== round) return
      found.push(one)
      swept.value = { asked, found: [...found].sort((a, b) => a.value - b.value), isWhole: false }
    }
    const faults = await Promise.all(
      all.map((worker, i) => worker.sweep(show, { ...asked, ...more }, { index: i, of: all.length }, proxy(tell))),
    )
    if (mine !== round || !swept.value) return
    trouble.value = faults.find((fault) => fault !== undefined) ?? ''
    swept.value = { ...swept.value, isWhole: true }
  }
  /** What the same walkers met in another version of the show; nothing where something else is begun meanwhile. */
  async function walkAlso(show: Show, setOut: SetOut, count: number): Promise<readonly Outcome[] | undefined> {
    const mine = ++round
    const found: Outcome[] = []
    const all = crew()
    const tell = (some: Outcome[]) => void found.push(...some)
    const faults = await Promise.all(
      all.map((worker, i) =>
        worker.study(show, { setOut, first: i + 1, step: all.length, walkers: count }, proxy(tell)),
      ),
    )
    const fault = faults.find((each) => each !== undefined)
    if (mine !== round) return undefined
    if (fault !== undefined) trouble.value = fault
    return found.length === count ? found : undefined
  }
  /** Stops here: what has been found stays. */
  function stop(): void {
    round++
    isGoing.value = false
    workers?.forEach((worker) => void worker.stop())
  }
  function forget(): void {
    stop()
    swept.value = undefined
    outcomes.value = []
    of.value = undefined
  }
  doc.onChange((change) => 'reset' in change && forget())
  probe({ study: () => ({ walkers: outcomes.value.length, took: took.value, isGoing: isGoing.value }) })
  return { walkers, outcomes, of, isGoing, isOld, trouble, cue, took, swept, begin, walkAlso, sweep, stop }
})
