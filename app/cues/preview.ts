import { watchThrottled } from '@vueuse/core'
import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import type { Run } from '~~/core/engine'
import type { Cue, Show } from '~~/core/show'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { useRun } from '~/run/current-run'
import { createBuffers } from '~/sound/buffers'
import { soundsAhead } from '~/sound/ahead'
import { decodeKey } from '~/sound/decoded'
import { createPlayer } from '~/sound/sound-player'
import { useSound } from '~/sound/sound'
import { fetchEnvelopes, type FileEnvelopes } from '~/document/envelopes'
import { firersOf } from './firers'
import type { PreviewWorker } from './preview.worker'
import { strokesOf } from './stave'

/** A cue is seen over so long at least (s). */
const LEAST = 6
/** What is dragged is run again so often (ms). */
const FOLLOWS = 50

/** The chosen cue by itself, at its place: seen over time and heard without a walk. */
export const usePreview = defineStore('preview', () => {
  const doc = useShow()
  const selection = useSelection()
  const runs = useRun()
  const sound = useSound()
  const seed = ref(1)
  const leaves = ref(8)
  const cue = computed((): Cue | undefined => selection.cue)
  const made = shallowRef<{ show: Show; run: Run; cue: Cue }>()
  const problem = ref('')

  let worker: Remote<PreviewWorker> | undefined
  let busy = false
  let again = false
  async function play(): Promise<void> {
    if (busy) return void (again = true)
    busy = true
    do {
      again = false
      await playOnce()
    } while (again)
    busy = false
  }
  async function playOnce(): Promise<void> {
    const { show } = doc
    const now = cue.value
    if (!show || !now) return void (made.value = undefined)
    worker ??= wrap<PreviewWorker>(new Worker(new URL('./preview.worker.ts', import.meta.url), { type: 'module' }))
    try {
      const played = await worker.play(toRaw(show), now.id, leaves.value, seed.value)
      problem.value = ''
      if (cue.value?.id === now.id) made.value = { ...played, cue: now }
    } catch (error) {
      problem.value = (error as Error).message
      made.value = undefined
    }
  }
  watchThrottled([() => doc.show, cue, seed, leaves], play, { throttle: FOLLOWS, trailing: true, immediate: true })
  /** How loud the files of its sounds are over time, by sound; fetched as they are first needed. */
  const envelopes = shallowRef(new Map<string, FileEnvelopes>())
  const asked = new Set<string>()
  watch(made, async (now) => {
    const sounds = now?.show.sounds.filter(({ id }) => now.run.audible.some(({ sound }) => sound === id)) ?? []
    const hashes = [...new Set(sounds.map(({ asset }) => asset))].filter((hash) => !asked.has(hash))
    if (hashes.length === 0) return
    hashes.forEach((hash) => asked.add(hash))
    const found = await fetchEnvelopes(hashes).catch(() => undefined)
    if (!found) return hashes.forEach((hash) => asked.delete(hash))
    envelopes.value = new Map([...envelopes.value, ...found])
  })
  const envelopeOf = (sound: string): Float32Array | undefined =>
    envelopes.value.get(doc.show?.sounds.find(({ id }) => id === sound)?.asset ?? '')?.envelope

  const length = computed(() => Math.max(LEAST, made.value?.run.length ?? 0))
  const strokes = computed(() =>
    made.value ? strokesOf(made.value.show, made.value.cue, made.value.run, leaves.value) : [],
  )
  const firers = computed(() => (doc.show && cue.value ? firersOf(doc.show, cue.value.id) : []))

  /** The cues in the order in which the walk meets them, those it never meets at the end. */
  const order = computed((): Cue[] => {
    const first = new Map<string, number>()
    for (const event of runs.events) if (event.kind === 'start' && !first.has(event.cue)) first.set(event.cue, event.t)
    return [...doc.cues].sort((a, b) => (first.get(a.id) ?? 1e9) - (first.get(b.id) ?? 1e9))
  })

  const t = ref(0)
  const playing = ref(false)
  const muted = computed(() => sound.mute)
  const buffers = createBuffers({ decode: decodeKey, came: () => player.change() })
  const player = createPlayer(
    buffers,
    () => made.value && { run: made.value.run, show: made.value.show, player: 0 },
    () => true,
  )
  watch([() => sound.level, muted], () => player.setLevel(muted.value ? 0 : sound.level), { immediate: true })
  watch(made, (now) => {
    if (!now || !playing.value) return
    buffers.want(soundsAhead(now.show, now.run, 0, t.value))
    player.change()
  })
  let frame = 0
  function follow(): void {
    t.value = Math.max(0, player.now())
    if (t.value >= length.value) return stop()
    frame = requestAnimationFrame(follow)
  }
  function hear(from = 0): void {
    if (!made.value) return
    stop()
    buffers.want(soundsAhead(made.value.show, made.value.run, 0, from))
    t.value = from
    playing.value = true
    player.start(from, 1)
    follow()
  }
  function stop(): void {
    cancelAnimationFrame(frame)
    playing.value = false
    player.stop()
  }
  const toggle = () => (playing.value ? stop() : hear())
  const another = () => void seed.value++
  watch(cue, () => {
    stop()
    t.value = 0
  })
  return {
    seed,
    leaves,
    cue,
    made,
    problem,
    length,
    strokes,
    firers,
    envelopeOf,
    order,
    t,
    playing,
    hear,
    stop,
    toggle,
    another,
  }
})
