import { proxy, wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw } from 'vue'
import type { MixReport } from '~~/core/mix'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'
import { channelsOf, decodedBytes, RATE } from '~/sound/decoded'
import type { MixWorker } from './mix.worker'

/** What of the walk is mixed. */
export interface MixPart {
  words: string
  bus?: string
  cue?: string
}

/** Mixing the walk that is shown into a file. */
export const useMix = defineStore('mix', () => {
  const doc = useShow()
  const runs = useRun()
  const share = ref<number>()
  const problem = ref('')
  const made = shallowRef<{ part: MixPart; report: MixReport; file: Blob; missing: string[]; score: Float32Array }>()
  let worker: Remote<MixWorker> | undefined

  const parts = computed((): MixPart[] => {
    const { show } = doc
    if (!show || !runs.run) return []
    const heard = new Set(runs.run.audible.map(({ bus }) => bus))
    const fired = new Set(runs.events.flatMap((event) => (event.kind === 'start' ? [event.cue] : [])))
    return [
      { words: 'all that is heard' },
      ...[...heard].map((bus) => ({
        words: `the bus ${show.buses.find(({ id }) => id === bus)?.name ?? bus}`,
        bus,
      })),
      ...show.cues.filter(({ id }) => fired.has(id)).map(({ id, name }) => ({ words: `the cue ${name}`, cue: id })),
    ]
  })

  async function mix(part: MixPart): Promise<void> {
    const { run, played, player } = runs
    if (!run || !played || share.value !== undefined) return
    problem.value = ''
    made.value = undefined
    share.value = 0
    const score = runs.loudness?.slice() ?? new Float32Array()
    worker ??= wrap<MixWorker>(new Worker(new URL('./mix.worker.ts', import.meta.url), { type: 'module' }))
    const helper = {
      tell: (value: number) => void (share.value = value),
      decode: async (bytes: ArrayBuffer) => ({ channels: channelsOf(await decodedBytes(bytes)), rate: RATE }),
    }
    try {
      const { bus, cue } = part
      const mixed = await worker.mix(toRaw(played), toRaw(run), player, { bus, cue }, proxy(helper))
      if (mixed) made.value = { part, score, ...mixed }
    } catch (error) {
      problem.value = (error as Error).message
    } finally {
      share.value = undefined
    }
  }
  const stop = () => void worker?.stop()
  return { parts, share, problem, made, mix, stop }
})
