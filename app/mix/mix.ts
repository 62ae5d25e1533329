import { proxy, wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw } from 'vue'
import type { MixReport } from '~~/core/mix'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'
import { channelsOf, decodedBytes, RATE } from '~/playback/decoded'
import type { MixWorker } from './mix.worker'
import { messageOf } from '~~/core/base'

/** What of the walk is mixed. */
export interface MixPart {
  words: string
  bus?: string
  cue?: string
}

/** A mix of one walk. */
export interface Mixed {
  walk: string
  seed: number
  part: MixPart
  report: MixReport
  file: Blob
  missing: string[]
  score: Float32Array
}

/** Mixing the walks that are shown into files. */
const NONE = new Float32Array()
export const useMix = defineStore('mix', () => {
  const doc = useShow()
  const runs = useRun()
  const share = ref<number>()
  const problem = ref('')
  /** What was mixed last, of which walks: it stays what it is when others are shown. */
  const made = shallowRef<readonly Mixed[]>([])
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

  /** Mixes the walk that is shown, or all that are, one after the other. */
  async function mix(part: MixPart, all = false): Promise<void> {
    const { run, played, player, seed } = runs
    if (!run || !played || share.value !== undefined) return
    problem.value = ''
    made.value = []
    share.value = 0
    const score = runs.loudness?.slice() ?? new Float32Array()
    const players = all ? run.walks.map((_, i) => i) : [player]
    worker ??= wrap<MixWorker>(new Worker(new URL('./mix.worker.ts', import.meta.url), { type: 'module' }))
    const helper = {
      tell: (value: number) => void (share.value = (made.value.length + value) / players.length),
      decode: async (bytes: ArrayBuffer) => ({ channels: channelsOf(await decodedBytes(bytes)), rate: RATE }),
    }
    try {
      const { bus, cue } = part
      for (const each of players) {
        const mixed = await worker.mix(toRaw(played), toRaw(run), each, { bus, cue }, proxy(helper))
        if (!mixed) break
        const walk = played.walks.find(({ id }) => id === run.walks[each])?.name ?? ''
        // The score’s curve is of the walk that is shown.
        made.value = [...made.value, { walk, seed, part, score: each === player ? score : NONE, ...mixed }]
      }
    } catch (error) {
      problem.value = messageOf(error)
    } finally {
      share.value = undefined
    }
  }
  const stop = () => void worker?.stop()
  return { parts, share, problem, made, mix, stop }
})
