import { proxy, wrap } from 'comlink'
import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import type { Operation } from '~~/core/show'
import type { Moment } from '~~/core/study'
import type { EvidenceWorker } from './evidence.worker'
import { probe } from '~/document/probe'
import { useRun } from './current-run'
import { useShow } from '~/document/show'

/** So many varied walkers stand behind a dial. */
export const WALKERS = 100

/** Whether a drag is of something that a dial shows; what moves a thing of the place is counted when it is let go. */
const isOfRules = (patch: readonly Operation[]): boolean =>
  patch.some(({ op, path }) => op !== 'test' && /\/(rules|overrides|kits|cues|flags)\//.test(path))

/** What varied walkers meet, for the dials: while one is dragged with what it would be, and counted again shortly after the last edit. */
export const useEvidence = defineStore('evidence', () => {
  const doc = useShow()
  const runs = useRun()
  const moments = shallowRef(new Map<string, Moment[]>())
  const done = ref(0)
  let worker: ReturnType<typeof wrap<EvidenceWorker>> | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  /** Edits that the worker has not heard of; undefined when it must be given the whole show. */
  let edits: Operation[][] | undefined
  /** What the drag that is on would do. */
  let draft: Operation[] | undefined
  let follows = false
  doc.onChange((change) => {
    draft = 'draft' in change ? change.draft : undefined
    if ('reset' in change) edits = undefined
    else if ('done' in change) edits?.push(change.done)
    if (draft && !follows && isOfRules(draft)) void followHand()
  })

  /** How often a study has come to its end, after an edit and for a drag. */
  const ended = { settled: 0, followed: 0 }
  probe({ settled: () => ended.settled, followed: () => ended.followed })

  /** What the walkers meet, as the show is or with a draft; undefined if a newer question came meanwhile. */
  async function ask(tried: Operation[] | undefined, progress: (n: number) => void): Promise<boolean> {
    const since = edits ?? []
    edits = []
    const found = await worker!.study(since, [...runs.walks], WALKERS, proxy(progress), tried)
    if (found) moments.value = new Map(found)
    return found !== undefined
  }

  async function study(): Promise<void> {
    const { show, dragging } = doc
    if (!show || dragging || runs.walks.length === 0) return
    worker ??= wrap<EvidenceWorker>(new Worker(new URL('./evidence.worker.ts', import.meta.url), { type: 'module' }))
    done.value = 0
    if (!edits) {
      edits = []
      await worker.open(show)
    }
    if (await ask(undefined, (n) => void (done.value = n))) ended.settled++
  }

  /** Goes after the hand, one study at a time, each with where the hand is then. */
  async function followHand(): Promise<void> {
    follows = true
    for (let tried; draft && draft !== tried && worker && edits;) {
      tried = draft
      if (await ask(tried, () => {})) ended.followed++
    }
    follows = false
  }

  function soon(): void {
    clearTimeout(timer)
    // The first time the page has better things to do.
    timer = setTimeout(() => void study(), worker ? 40 : 1500)
  }
  watch([() => doc.show, () => runs.walks, () => doc.dragging], soon)
  return { moments, done }
})
