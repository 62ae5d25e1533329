import { transfer, wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { completeSound, freeId, freeName, usesOf, writable, type Sound } from '~~/core/show'
import type { Measured } from '~~/core/sound'
import { droppedSounds } from '~/frame/dropped'
import { useShow } from '~/document/show'
import { decoded, RATE } from '~/sound/decoded'
import type { MeasureWorker } from './measure.worker'

/** A file that did not come in, and why. */
export interface Refused {
  name: string
  why: string
}
interface Kept {
  hash: string
  seconds: number
}

/** The sounds of a show: brought in from files, measured, auditioned. */
export const useSounds = defineStore('sounds', () => {
  const doc = useShow()
  const open = ref(false)
  /** How many of how many files are in, while some come in. */
  const coming = ref<{ done: number; of: number }>()
  const refused = shallowRef<Refused[]>([])
  const chosen = ref<string>()
  const measured = shallowRef<Measured>()
  /** The sound that is auditioned. */
  const playing = ref<string>()
  let stopping: AbortController | undefined

  const sounds = computed((): readonly Sound[] => doc.show?.sounds ?? [])
  const isUsed = (id: string): boolean => doc.show !== undefined && usesOf(doc.show, 'sounds', id).length > 0

  /** Brings files in, one after the other; those that are no sound are named, the others come in all the same. One edit for all of them. */
  async function bring(files: readonly File[]): Promise<void> {
    open.value = true
    refused.value = []
    const mine = (stopping = new AbortController())
    const kept: { name: string; file: Kept }[] = []
    const problems: Refused[] = []
    for (const [i, file] of files.entries()) {
      coming.value = { done: i, of: files.length }
      if (mine.signal.aborted) break
      try {
        kept.push({ name: file.name, file: await keep(file, mine.signal) })
      } catch (error) {
        if (mine.signal.aborted) break
        problems.push({ name: file.name, why: whyOf(error) })
      }
    }
    coming.value = undefined
    refused.value = problems
    add(kept)
  }
  const keep = (file: File, signal: AbortSignal): Promise<Kept> => {
    if (!/\.wav$/i.test(file.name)) throw new Error('only WAV files can be brought in so far')
    return $fetch<Kept>('/api/assets', { method: 'POST', body: file, signal })
  }
  const whyOf = (error: unknown): string =>
    (error as { data?: { message?: string } }).data?.message ?? (error as Error).message
  /** Those that the show has already are left out: the same file twice is one sound. */
  function add(kept: readonly { name: string; file: Kept }[]): void {
    const known = new Set(sounds.value.map(({ asset }) => asset))
    const fresh = kept.filter(({ file }) => !known.has(file.hash) && known.add(file.hash))
    if (fresh.length === 0) return
    const label = fresh.length === 1 ? `Bring in ${fresh[0]!.name}` : `Bring in ${fresh.length} sounds`
    doc.edit(label, (edit) => {
      for (const {
        name: file,
        file: { hash, seconds },
      } of fresh) {
        const { sounds: all } = edit.show
        const wanted = writable(file.replace(/\.[^.]+$/, '')).slice(0, 100) || 'Sound'
        const name = freeName(wanted, all.map((sound) => sound.name)) // prettier-ignore
        const id = freeId(name, all.map((sound) => sound.id)) // prettier-ignore
        edit.add(['sounds'], completeSound({ id, name, asset: hash, seconds }))
        chosen.value = id
      }
    })
  }
  const stop = () => stopping?.abort()

  let worker: Remote<MeasureWorker> | undefined
  /** The chosen sound is measured. */
  watch(
    () => sounds.value.find(({ id }) => id === chosen.value)?.asset,
    async (asset) => {
      measured.value = undefined
      const sound = sounds.value.find((each) => each.asset === asset)
      if (!sound) return
      const buffer = await decoded(sound.asset).catch(() => undefined)
      if (!buffer) return
      const channels = Array.from({ length: buffer.numberOfChannels }, (_, i) => buffer.getChannelData(i).slice())
      worker ??= wrap<MeasureWorker>(new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' }))
      const found = await worker.measure(transfer(channels, channels.map(({ buffer }) => buffer)), RATE) // prettier-ignore
      if (sounds.value.find(({ id }) => id === chosen.value)?.asset === asset) measured.value = found
    },
  )

  let context: AudioContext | undefined
  let source: AudioBufferSourceNode | undefined
  function hush(): void {
    source?.stop()
    source = playing.value = undefined
  }
  /** Plays a sound by itself, as its file is but for its trim and gain; a second time stops it. */
  async function audition(sound: Sound): Promise<void> {
    const again = playing.value === sound.id
    hush()
    if (again) return
    playing.value = sound.id
    context ??= new AudioContext()
    await context.resume()
    const buffer = await decoded(sound.asset).catch(() => undefined)
    if (playing.value !== sound.id) return
    if (!buffer) return hush()
    const gain = new GainNode(context, { gain: 10 ** (sound.gain / 20) })
    const mine = (source = new AudioBufferSourceNode(context, { buffer }))
    mine.connect(gain).connect(context.destination)
    const [from, to] = sound.trim ?? [0, buffer.duration]
    mine.onended = () => source === mine && hush()
    mine.start(0, from, to - from)
  }

  watch(
    [() => doc.isOpen, droppedSounds],
    ([isOpen, files]) => {
      if (!isOpen || !files) return
      droppedSounds.value = undefined
      void bring(files)
    },
    { immediate: true },
  )
  const rename = (sound: Sound, name: string) =>
    doc.edit(`Rename ${sound.name}`, (edit) => edit.set(['sounds', sound.id, 'name'], name))
  const remove = (sound: Sound) => doc.edit(`Delete ${sound.name}`, (edit) => edit.remove(['sounds', sound.id]))
  return { open, coming, refused, chosen, measured, playing, sounds, isUsed, bring, stop, audition, rename, remove }
})
