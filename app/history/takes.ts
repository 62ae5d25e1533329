import { until } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import { alike } from '~~/core/show'
import type { StudyReport, Who } from '~~/core/study'
import type { Take } from '~~/server/shows/messages'
import { useShow } from '~/document/show'
import { askServer, whyFailed } from '~/document/keeping/server'
import { populationOf } from '~~/core/study'
import { walkName } from '~/words/names'

/** A take of a study, by its id; or the same study of the last version that has a name. */
export type Against = { take: string } | 'last named'

/** An edit that isn't sent within so long won't be soon (ms). */
const SENDS = 10_000

/** Runs, walkers and studies that were kept, each with the version of the show that it is of. */
export const useTakes = defineStore('takes', () => {
  const doc = useShow()
  const takes = shallowRef<readonly Take[]>([])
  const problem = ref('')
  /** What the study that is walked is compared with. */
  const against = shallowRef<Against>()
  const address = (path = '') => `/api/shows/${doc.id}/takes${path}`

  async function asking(work: () => Promise<void>): Promise<void> {
    problem.value = ''
    try {
      await work()
    } catch (error) {
      problem.value = whyFailed(error)
    }
  }
  const load = () => asking(async () => void (takes.value = (await askServer<{ takes: Take[] }>(address())).takes))

  /** Whose run it is, in a few words. */
  function wordsOf({ walks, seed, walker, population }: Who): string {
    const names = walks.map((id) => walkName(doc.now, id)).join(' and ')
    if (walker === undefined) return `${names}, seed ${seed}`
    return `Walker ${walker} of ${populationOf(doc.now, population).name}`
  }
  /** Keeps what is there now; without a name it has the words of whose it is. */
  const keep = (name: string, who: Who, study?: StudyReport) =>
    asking(async () => {
      if (doc.unsent > 0) await until(() => doc.unsent).toBe(0, { timeout: SENDS })
      if (doc.unsent > 0) throw new Error('Not everything has been sent yet: a take is of what the server has')
      const words = name.trim() || (study ? `${study.walkers.toLocaleString('en')} walkers, ${study.population}` : wordsOf(who)) // prettier-ignore
      const body = { name: words, revision: doc.revision, who, study }
      const made = await askServer<Take>(address(), { method: 'POST', body })
      takes.value = [made, ...takes.value]
    })
  const rename = ({ id }: Take, name: string) =>
    asking(async () => {
      const made = await askServer<Take>(address(`/${id}`), { method: 'PUT', body: { name } })
      takes.value = takes.value.map((each) => (each.id === id ? made : each))
    })
  const forget = ({ id }: Take) =>
    asking(async () => {
      await askServer(address(`/${id}`), { method: 'DELETE' })
      takes.value = takes.value.filter((each) => each.id !== id)
      if (alike(against.value, { take: id })) against.value = undefined
    })
  watch(
    () => doc.id,
    () => {
      takes.value = []
      against.value = undefined
    },
  )
  return { takes, against, problem, load, keep, rename, forget, wordsOf }
})
