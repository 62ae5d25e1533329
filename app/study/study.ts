import { proxy, wrap, type Remote } from 'comlink'
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Show } from '~~/core/show'
import {
  nearerOf,
  numbersOf,
  proposalOf,
  type Outcome,
  type Proposal,
  type SearchedNumber,
  type SeenFirst,
  type SetOut,
  type Sweep,
  type Swept,
} from '~~/core/study'
import { probe } from '~/document/probe'
import { useShow } from '~/document/show'
import { useRun } from '~/run/current-run'
import { threadsFor } from '~/run/threads'
import type { Share, StudyWorker } from './study.worker'

/** No more workers than this walk at once. */
const MOST_WORKERS = 4
/** So many walkers are the fewest that say anything. */
export const FEWEST = 20
export const MOST_WALKERS = 20_000
/** So many are looked with: that costs several times what their run does. */
const LOOKED = 100
const NOBODY = { walkers: new Set<number>(), found: [] }
/** So many walk at each value of a sweep. */
const SWEPT_WALKERS = 200

type Asked = Omit<Sweep, 'setOut' | 'walkers'>
type Wishes = Parameters<typeof proposalOf>[2]
const isEqual = (a: SetOut, b: SetOut): boolean => a.population === b.population && a.walks.join() === b.walks.join()

/** A study of the show: many varied walkers on the walks that are followed, and what they met. It stays while one looks elsewhere. */
export const useStudy = defineStore('study', () => {
  const doc = useShow()
  const runs = useRun()
  /** How many are to set out. */
  const walkers = useLocalStorage('esvik:walkers', 1000)
  /** What has been swept, and of what. */
  const swept = shallowRef<{ asked: Asked; found: readonly Swept[]; isWhole: boolean }>()
  /** What has been searched for which cue of which show, how many numbers have been tried, and what keeps the wishes. */
  const searched = shallowRef<{ cue: string; show: Show; tried: number; of: number; proposals: readonly Proposal[] }>()
  const outcomes = shallowRef<readonly Outcome[]>([])
  /** The show that they walked, and who they were. */
  const of = shallowRef<{ show: Show; setOut: SetOut }>()
  const isGoing = ref(false)
  /** What the first of them saw, looked for once all are home; of which walkers, and whether that goes on. */
  const seen = shallowRef<{ walkers: ReadonlySet<number>; found: readonly SeenFirst[] }>(NOBODY)
  const isLooking = ref(false)
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
  /** Has every worker do its share, and gives why one couldn't go on, if one couldn't. */
  async function inAll(
    work: (worker: Remote<StudyWorker>, share: Share) => Promise<string | undefined>,
  ): Promise<string | undefined> {
    const all = crew()
    const faults = await Promise.all(all.map((worker, index) => work(worker, { index, of: all.length })))
    return faults.find((fault) => fault !== undefined)
  }
  /** So many walkers walk a show; what they met is told as it comes. */
  const walkAll = (show: Show, setOut: SetOut, count: number, tell: (some: Outcome[]) => void) =>
    inAll((worker, { index, of }) =>
      worker.study(show, { setOut, first: index + 1, step: of, walkers: count }, proxy(tell)),
    )
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
    seen.value = NOBODY
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
    const fault = await walkAll(show, setOut, walkers.value, tell)
    if (mine !== round) return
    took.value = (performance.now() - began) / 1000
    trouble.value = fault ?? ''
    isGoing.value = false
    await lookOn()
  }
  /** Looks for what the first walkers saw, of those of whom that isn’t known yet. */
  async function lookOn(): Promise<void> {
    if (!of.value || isOld.value) return
    const { show, setOut } = of.value
    const mine = round
    const left = outcomes.value.map(({ walker }) => walker).filter((walker) => walker <= LOOKED && !seen.value.walkers.has(walker)) // prettier-ignore
    if (left.length === 0) return
    isLooking.value = true
    const tell = (walker: number, found: SeenFirst[]) => {
      if (mine === round)
        seen.value = { walkers: new Set([...seen.value.walkers, walker]), found: [...seen.value.found, ...found] }
    }
    const fault = await inAll((worker, { index, of }) =>
      worker.look(
        show,
        setOut,
        left.filter((_, n) => n % of === index),
        proxy(tell),
      ),
    )
    if (mine !== round) return
    trouble.value ||= fault ?? ''
    isLooking.value = false
  }
  /** Tries values of a number in all workers, and tells each; false where something else is begun meanwhile. */
  async function tryAll(asked: Asked, mine: number, tell: (one: Swept) => void): Promise<boolean> {
    const { show } = doc
    if (!show) return false
    const more = { setOut: runs.setOut, walkers: Math.min(SWEPT_WALKERS, walkers.value) }
    const heard = (one: Swept) => void (mine === round && tell(one))
    const fault = await inAll((worker, share) => worker.sweep(show, { ...asked, ...more }, share, proxy(heard)))
    if (mine !== round) return false
    trouble.value = fault ?? ''
    return true
  }
  /** Tries values of a number, with as many walkers as say enough; a study that goes on is stopped for it. */
  async function sweep(asked: Asked): Promise<void> {
    stop()
    searched.value = undefined
    const mine = round
    const found: Swept[] = []
    swept.value = { asked, found, isWhole: false }
    const isDone = await tryAll(asked, mine, (one) => {
      found.push(one)
      swept.value = { asked, found: [...found].sort((a, b) => a.value - b.value), isWhole: false }
    })
    if (!isDone || !swept.value) return
    swept.value = { ...swept.value, isWhole: true }
    await lookOn()
  }
  /** Looks for numbers of a cue’s rules that keep both wishes, each by itself, with the least change. */
  async function search(cue: string, most: Wishes): Promise<void> {
    const { show } = doc
    if (!show) return
    stop()
    swept.value = undefined
    const mine = round
    const numbers = numbersOf(show, cue)
    const proposals: Proposal[] = []
    const tell = (tried: number) =>
      (searched.value = {
        cue,
        show,
        tried,
        of: numbers.length,
        proposals: [...proposals].sort((a, b) => a.change - b.change),
      })
    for (const [i, number] of numbers.entries()) {
      tell(i)
      const found: Swept[] = []
      const tryThese = ({ rule, field, values }: SearchedNumber) =>
        tryAll({ rule, field, values, cue }, mine, (one) => found.push(one))
      if (!(await tryThese(number))) return
      const first = proposalOf(number, found, most)
      const nearer = first && nearerOf(number, first)
      if (nearer && !(await tryThese(nearer))) return
      const proposal = proposalOf(number, found, most)
      if (proposal) proposals.push(proposal)
    }
    tell(numbers.length)
    await lookOn()
  }
  /** What the same walkers met in another version of the show; nothing where something else is begun meanwhile. */
  async function walkAlso(show: Show, setOut: SetOut, count: number): Promise<readonly Outcome[] | undefined> {
    const mine = ++round
    const found: Outcome[] = []
    const fault = await walkAll(show, setOut, count, (some) => void found.push(...some))
    if (mine !== round) return undefined
    if (fault !== undefined) trouble.value = fault
    void lookOn()
    return found.length === count ? found : undefined
  }
  /** Stops here: what has been found stays. */
  function stop(): void {
    round++
    isGoing.value = isLooking.value = false
    workers?.forEach((worker) => void worker.stop())
  }
  function forget(): void {
    stop()
    swept.value = searched.value = undefined
    outcomes.value = []
    seen.value = NOBODY
    of.value = undefined
  }
  doc.onChange((change) => 'reset' in change && forget())
  probe({ study: () => ({ walkers: outcomes.value.length, took: took.value, isGoing: isGoing.value }) })
  return {
    walkers,
    outcomes,
    seen,
    isLooking,
    of,
    isGoing,
    isOld,
    trouble,
    cue,
    took,
    swept,
    begin,
    walkAlso,
    sweep,
    searched,
    search,
    stop,
  }
})
