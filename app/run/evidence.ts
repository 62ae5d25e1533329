import { proxy, wrap } from 'comlink'
import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import type { Operation } from '~~/core/show'
import type { Moment } from '~~/core/study'
import type { EvidenceWorker } from './evidence.worker'
import { probe } from '~/document/probe'
import { useRun } from './run'
import { useShow } from '~/document/show'

/** So many varied walkers stand behind a dial. */
export const WALKERS = 100

/** What varied walkers meet, for the dials: counted again shortly after the last edit. */
export const useEvidence = defineStore('evidence', () => {
  const doc = useShow()
  const runs = useRun()
  const moments = shallowRef(new Map<string, Moment[]>())
  const done = ref(0)
  let worker: ReturnType<typeof wrap<EvidenceWorker>> | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  /** Edits that the worker has not heard of; undefined when it must be given the whole show. */
  let edits: Operation[][] | undefined
  doc.onChange((change) => {
    if ('reset' in change) edits = undefined
    else if ('done' in change) edits?.push(change.done)
  })

  /** How often a study has come to its end. */
  let settled = 0
  probe({ settled: () => settled })

  async function study(): Promise<void> {
    const { show, dragging } = doc
    if (!show || dragging || runs.walks.length === 0) return
    worker ??= wrap<EvidenceWorker>(new Worker(new URL('./evidence.worker.ts', import.meta.url), { type: 'module' }))
    done.value = 0
    if (!edits) {
      edits = []
      await worker.open(show)
    }
    const since = edits
    edits = []
    const found = await worker.study(
      since,
      [...runs.walks],
      WALKERS,
      proxy((n: number) => void (done.value = n)),
    )
    if (!found) return
    moments.value = new Map(found)
    settled++
  }
  function soon(): void {
    clearTimeout(timer)
    // The first time the page has better things to do.
    timer = setTimeout(() => void study(), worker ? 40 : 1500)
  }
  watch([() => doc.show, () => runs.walks, () => doc.dragging], soon)
  return { moments, done }
})
