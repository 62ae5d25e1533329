import { newestOnly, messageOf } from '~~/core/base'
import { watchThrottled } from '@vueuse/core'
import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import { facingAt, positionAt, type Run } from '~~/core/engine'
import type { Cue, Show } from '~~/core/show'
import { floorAt } from '~~/core/space'
import { loudnessOf } from '~~/core/sound'
import { useShow } from '~/document/show'
import { fetchEnvelopes, type FileEnvelopes } from '~/document/keeping/envelopes'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { useRun } from '~/run/current-run'
import { lentMoment } from '~/run/lent-moment'
import { createBuffers } from '~/playback/buffers'
import { soundsAhead } from '~/playback/ahead'
import { decodeKey } from '~/playback/decoded'
import { createPlayer } from '~/playback/sound-player'
import { useSound } from '~/playback/sound'
import { firersOf } from '../edits/firers'
import { lengthOfPreview, placeOf, previewShow, type Listener } from './preview-show'
import type { PreviewWorker } from './preview.worker'
import type { Shown } from './shown'
import { endOf } from '../kinds/stroke'
import { strokesOf } from './strokes'

/** A cue is seen over so long at least (s). */
const LEAST = 6
/** What is dragged is run again so often (ms). */
const FOLLOWS = 50
/** So many draws are heard in a row. */
const DRAWS = 10
/** Between two of them, and before it goes round again (s). */
const BREATH = 0.4

interface Made {
  show: Show
  run: Run
  lux: Float32Array
  cue: Cue
}

/** The chosen cue by itself, at its place: seen over time and heard without a walk. */
export const usePreview = defineStore('preview', () => {
  const doc = useShow()
  const selection = useSelection()
  const view = useView()
  const runs = useRun()
  const sound = useSound()
  const seed = ref(1)
  const leaves = ref(8)
  /** Steps that are heard and seen alone. */
  const alone = ref<string[]>([])
  /** The cue that was chosen last: what is chosen beside it in the plan leaves it on the stave. */
  const cue = computed<Cue | undefined>((before) => {
    if (selection.cue) return selection.cue
    return doc.cues.find(({ id }) => id === before?.id)
  })
  const made = shallowRef<Made>()
  const problem = ref('')
  const firers = computed(() => (doc.show && cue.value ? firersOf(doc.show, cue.value.id) : []))

  /** Where the walk that is looked at meets the cue first, if it does. */
  const met = computed((): (Listener & { walk: string; t: number }) | undefined => {
    const { run, events, played } = runs
    const id = cue.value?.id
    if (!run || !played || id === undefined) return undefined
    const start = events.find((event) => event.kind === 'start' && event.cue === id && event.player !== undefined)
    const index = start?.kind === 'start' ? run.walks.indexOf(start.player!) : -1
    if (!start || index < 0) return undefined
    const at = positionAt(run.paths[index]!, start.t)
    return { at, yaw: Math.round(facingAt(played, run, index, start.t)), walk: run.walks[index]!, t: start.t }
  })
  /** Where somebody has put whoever listens. */
  const put = shallowRef<Listener>()
  const listener = computed((): Listener | undefined => {
    if (put.value || !doc.show || !cue.value) return put.value
    return met.value ? { at: met.value.at, yaw: met.value.yaw } : placeOf(doc.show, cue.value)
  })
  function move([x, z]: readonly [number, number]): void {
    const now = listener.value
    if (!now || !doc.show) return
    const floor = floorAt(doc.show.place.floors, x, z)
    put.value = { ...now, at: [x, floor ?? now.at[1], z] }
  }
  const turn = (yaw: number): void => {
    if (listener.value) put.value = { ...listener.value, yaw }
  }

  let worker: Remote<PreviewWorker> | undefined
  /** Only what is looked at is run. */
  const isLooked = computed(() => view.looks === 'cues' || selection.step !== undefined)
  const play = newestOnly(async () => {
    const { show } = doc
    const now = cue.value
    if (!show || !now || !listener.value) return void (made.value = undefined)
    if (!isLooked.value) return
    worker ??= wrap<PreviewWorker>(new Worker(new URL('./preview.worker.ts', import.meta.url), { type: 'module' }))
    const own = previewShow(show, now, { leaves: leaves.value, listener: listener.value, alone: alone.value })
    try {
      const played = await worker.play(toRaw(own), seed.value, lengthOfPreview(now, leaves.value))
      problem.value = ''
      if (cue.value?.id === now.id) made.value = { ...played, show: own, cue: now }
    } catch (error) {
      problem.value = messageOf(error)
      made.value = undefined
    }
  })
  watchThrottled([() => doc.show, cue, seed, leaves, listener, alone, isLooked], play, {
    throttle: FOLLOWS,
    trailing: true,
    immediate: true,
  })

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
  /** Short-term loudness where one listens, ten values a second (LUFS). */
  const loudness = computed(() =>
    made.value ? loudnessOf(made.value.show, made.value.run, 0, envelopes.value) : new Float32Array(),
  )

  const length = computed(() => Math.max(LEAST, made.value?.run.length ?? 0))
  const strokes = computed(() =>
    made.value ? strokesOf(made.value.show, made.value.show.cues[0]!, made.value.run, leaves.value) : [],
  )
  /** When nothing of it goes on but what is held for good (s). */
  const over = computed(() => {
    const now = made.value
    if (!now) return 0
    const sounding = now.run.audible.map(({ until, fadeOut }) => until + fadeOut).filter(Number.isFinite)
    const ends = strokes.value.filter(({ to }) => to !== undefined).map((stroke) => endOf(stroke, 0))
    return Math.min(now.run.length, Math.max(1, ...sounding, ...ends))
  })
  /** What the preview has shown of a step. */
  function shownOf(id: string): Shown | undefined {
    const stroke = strokes.value.find(({ step }) => step.id === id)
    if (!stroke || !made.value) return undefined
    const { lux } = made.value
    const to = stroke.to ?? made.value.run.length
    const during = [...lux.subarray(Math.floor(stroke.from * 10), Math.max(1, Math.ceil(to * 10)))]
    return {
      lasted: stroke.to === undefined ? undefined : stroke.to - stroke.from,
      darkest: during.length > 0 ? Math.min(...during) : undefined,
    }
  }

  /** The cues in the order in which the walk meets them, those it never meets at the end. */
  const order = computed((): Cue[] => {
    const first = new Map<string, number>()
    for (const event of runs.events) if (event.kind === 'start' && !first.has(event.cue)) first.set(event.cue, event.t)
    return [...doc.cues].sort((a, b) => (first.get(a.id) ?? 1e9) - (first.get(b.id) ?? 1e9))
  })

  const t = ref(0)
  const playing = ref(false)
  const loops = ref(false)
  /** How many draws are still to be heard. */
  const draws = ref(0)
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
    const goesOn = loops.value || draws.value > 1
    if (goesOn && t.value >= Math.min(length.value, over.value + BREATH)) return void round()
    if (t.value >= length.value) return stop()
    frame = requestAnimationFrame(follow)
  }
  /** Once more from the start: as the next draw would have it, where draws are heard in a row. */
  async function round(): Promise<void> {
    if (draws.value > 1) {
      draws.value--
      seed.value++
      await play()
      if (!playing.value) return
    }
    begin(0)
  }
  function begin(from: number): void {
    if (!made.value) return
    cancelAnimationFrame(frame)
    player.stop()
    buffers.want(soundsAhead(made.value.show, made.value.run, 0, from))
    t.value = from
    playing.value = true
    player.start(from, 1)
    follow()
  }
  const hear = (from = 0): void => {
    draws.value = 0
    begin(from)
  }
  /** Ten draws in a row, each till nothing of it goes on. */
  function hearDraws(): void {
    draws.value = DRAWS
    begin(0)
  }
  function stop(): void {
    cancelAnimationFrame(frame)
    playing.value = false
    draws.value = 0
    player.stop()
  }
  const toggle = () => (playing.value ? stop() : hear(t.value >= length.value - 0.05 ? 0 : t.value))
  const seek = (to: number) => {
    const time = Math.min(length.value, Math.max(0, to))
    if (playing.value) begin(time)
    else t.value = time
  }
  const another = () => void seed.value++
  /** Heard and seen alone, or with the others again. */
  const hearAlone = (ids: readonly string[]) => {
    alone.value = alone.value.length === ids.length && ids.every((id) => alone.value.includes(id)) ? [] : [...ids]
  }
  watch(
    () => cue.value?.id,
    () => {
      stop()
      t.value = 0
      put.value = undefined
      alone.value = []
    },
  )
  /** In the view of cues the plan shows what the preview does. */
  watch([made, t, listener, () => view.looks], () => {
    const now = made.value
    const ears = listener.value
    if (view.looks !== 'cues' || !now || !ears) return void (lentMoment.value = undefined)
    const { at, yaw } = ears
    lentMoment.value = { show: now.show, run: now.run, t: t.value, listener: { at: [at[0], at[2]], yaw }, move, turn }
  })
  return {
    seed,
    leaves,
    alone,
    cue,
    made,
    problem,
    met,
    put,
    listener,
    length,
    over,
    strokes,
    firers,
    loudness,
    envelopeOf,
    shownOf,
    order,
    t,
    playing,
    loops,
    draws,
    hear,
    hearDraws,
    stop,
    toggle,
    seek,
    another,
    hearAlone,
  }
})
