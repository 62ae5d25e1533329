<script setup lang="ts">
import { powerDecibels, newestOnly } from '~~/core/base'
import { watchDebounced, watchThrottled } from '@vueuse/core'
import { wrap, type Remote } from 'comlink'
import { positionAt } from '~~/core/engine'
import type { Spot } from '~~/core/show'
import { floorAt } from '~~/core/space'
import type { AmbienceMap, Crossfades, HeardThere, Hole } from '~~/core/sound'
import { probe } from '~/document/probe'
import { useShow } from '~/document/show'
import { usePlayhead } from '~/frame/playhead'
import { useView } from '~/frame/view'
import { useRun } from '~/run/current-run'
import { loudnessAt, useLoudnessShares } from '~/run/loudness-shares'
import { COLOURS, faint, bytesOf } from '~/canvas/colours'
import type { Charted, Series } from '~/charts/chart'
import { fetched } from '~/frame/fetched'
import { soundName } from '~/words/names'
import { clock, plain } from '~/words/time'
import type { AmbienceWorker } from './ambience.worker'
import type { Sight } from '../canvas/sight'
import { seenThings } from '../forms/storeys'
import { unseenPictureOf } from '~/canvas/picture'

/** How loud the place is where one stays, all over it; what is heard at a spot; and how beds cross where zones meet along the walk. */
const props = defineProps<{ sight: Sight; at?: Spot }>()
const doc = useShow()
const runs = useRun()
const view = useView()
const playhead = usePlayhead()
const thread = new Worker(new URL('./ambience.worker.ts', import.meta.url), { type: 'module' })
const worker: Remote<AmbienceWorker> = wrap<AmbienceWorker>(thread)

const map = shallowRef<AmbienceMap>()
const look = newestOnly(async () => {
  const { show } = doc
  if (!show) return
  const floors =
    view.storey === undefined ? undefined : seenThings(show, 'floor', { storey: view.storey }).map(({ id }) => id)
  map.value = await worker.map(JSON.parse(JSON.stringify(show)), floors)
  void read()
})
watchThrottled([() => doc.show, () => view.storey], look, { throttle: 100, trailing: true, immediate: true })

/** Where it is read: under the pointer, else where the player is at the playhead. */
const spot = computed((): Spot | undefined => {
  if (props.at) return props.at
  const path = runs.run?.paths[runs.player]
  if (!path) return undefined
  const [x, , z] = positionAt(path, playhead.t)
  return [x, z]
})
/** What differs by less than this is the same (LU). */
const ALIKE = 1.5
const heard = shallowRef<HeardThere[]>([])
let reads = 0
async function read() {
  const here = spot.value
  const floors = doc.place?.floors ?? []
  const y =
    here && floorAt(view.storey === undefined ? floors : seenThings(doc.now, 'floor', { storey: view.storey }), ...here)
  const mine = ++reads
  const found = here && y !== undefined ? await worker.at([here[0], y, here[1]]) : []
  if (mine === reads) heard.value = found
}
watchThrottled(spot, read, { throttle: 50, trailing: true })
const together = computed(() => {
  const power = heard.value.reduce((sum, { level }) => sum + 10 ** (level / 10), 0)
  return power > 0 ? powerDecibels(power) : undefined
})
/** The run at the same time and place: it counts what passes as well, and only what has begun. */
const inRun = computed(() => {
  if (props.at || together.value === undefined) return undefined
  const level = loudnessAt(runs.loudness, playhead.t)
  if (level === undefined) return undefined
  return { level, is: level > together.value + ALIKE ? 'louder' : level < together.value - ALIKE ? 'softer' : 'alike' }
})
const shares = useLoudnessShares(() => (inRun.value?.is === 'louder' ? playhead.t : undefined))
/** What sounds in the run and doesn't go on here. */
const passing = computed(() =>
  shares.value
    .map(({ sound, level }) => ({ name: soundName(doc.now, sound), level }))
    .filter(({ name }) => !heard.value.some(({ sound }) => sound.name === name))
    .slice(0, 2),
)
const zoneName = (id: string) => doc.show?.zones.find((zone) => zone.id === id)?.name ?? id

const SPAN = 8
const COUNT = 160
const fades = shallowRef<{ fades: Crossfades; hole?: Hole }>()
watchDebounced(
  [() => playhead.t, () => runs.run],
  async () => {
    const { run, played, player } = runs
    if (!run || !played || playhead.playing) return
    const t = playhead.t
    fades.value = await worker.fades(toRaw(played), toRaw(run), player, [t - SPAN, t + SPAN], COUNT)
  },
  { debounce: 80, immediate: true },
)
const LOUD = -15
const SOFT = -60
const PlainChart = fetched(() => import('~/charts/PlainChart.vue'))
const crossing = computed((): Charted | undefined => {
  const now = fades.value?.fades
  if (!now) return undefined
  const line = (name: string, levels: Float32Array, colour: string, width: number): Series => ({
    name,
    says: (y) => (y <= SOFT ? 'silent' : `${plain(y, 0)} LUFS`),
    points: Array.from(levels, (level, i) => ({
      x: now.from + ((i + 0.5) / COUNT) * (now.to - now.from),
      y: Math.min(LOUD, Math.max(SOFT, level)),
    })),
    colour,
    width,
  })
  return {
    name: 'Beds over eight seconds before and after',
    saysX: (t) => clock(t, 1),
    series: [
      ...now.each.map(({ name, levels }) => line(name, levels, COLOURS.tide, 1)),
      line('together', now.together, COLOURS.bone, 1.4),
    ],
    x: { min: now.from, max: now.to },
    y: { min: SOFT, max: LOUD },
  }
})

/** Bands of so many decibels have one ink each, so that a border is seen as one. */
const BAND = 3
const canvas = ref<HTMLCanvasElement>()
const picture = computed(() => {
  const now = map.value
  if (!now || now.columns === 0) return undefined
  const image = new ImageData(now.columns, now.rows)
  const [lamp, rust] = [bytesOf(COLOURS.lamp), bytesOf(COLOURS.rust)]
  now.levels.forEach((level, i) => {
    if (Number.isNaN(level)) return
    const column = i % now.columns
    const row = Math.floor(i / now.columns)
    if (level <= -69) {
      // Nothing is heard: a thin hatching.
      if ((column + row) % 4 === 0) image.data.set([...rust, 70], i * 4)
      return
    }
    const share = Math.min(1, Math.max(0, (Math.round(level / BAND) * BAND - SOFT) / (LOUD - SOFT)))
    image.data.set([...lamp, 12 + 150 * share ** 1.5], i * 4)
  })
  const small = new OffscreenCanvas(now.columns, now.rows)
  unseenPictureOf(small).putImageData(image, 0, 0)
  return { ...now, small }
})
function paint() {
  const to = canvas.value?.getContext('2d')
  const { sight } = props
  if (!to || sight.width === 0) return
  const ratio = window.devicePixelRatio || 1
  to.canvas.width = Math.round(sight.width * ratio)
  to.canvas.height = Math.round(sight.height * ratio)
  const now = picture.value
  if (!now) return
  to.imageSmoothingEnabled = false
  const s = sight.scale * ratio
  to.drawImage(
    now.small,
    (now.x0 - sight.x) * s,
    (now.z0 - sight.z) * s,
    now.columns * now.cell * s,
    now.rows * now.cell * s,
  )
}
watch([picture, () => props.sight], paint, { flush: 'post' })
onMounted(paint)
onBeforeUnmount(() => thread.terminate())
/** For tests: how loud the map says it is at a spot (LUFS). */
probe({
  ambienceAt: ((x: number, z: number) => {
    const now = map.value
    if (!now) return undefined
    return now.levels[Math.floor((z - now.z0) / now.cell) * now.columns + Math.floor((x - now.x0) / now.cell)]
  }) as () => unknown,
})
const legend = [-20, -30, -40, -50]
const ink = (level: number) => faint(COLOURS.lamp, (12 + 150 * ((level - SOFT) / (LOUD - SOFT)) ** 1.5) / 255)
</script>

<template>
  <div class="pointer-events-none absolute inset-0" data-ambience>
    <canvas ref="canvas" class="absolute inset-0 size-full" aria-hidden="true" />
    <section
      aria-label="What is heard here"
      data-over-plan
      class="absolute right-3 bottom-8 w-[226px] space-y-1 rounded-[9px] border border-rule bg-ink-1/95 p-2.5 text-[11.5px] text-bone-2"
    >
      <p class="flex justify-between text-bone">
        <strong>{{ at ? 'Goes on here' : `Goes on at ${clock(playhead.t)}` }}</strong>
        <span v-if="together !== undefined" class="font-mono text-[11px]">{{ plain(together, 0) }} LUFS</span>
      </p>
      <p v-if="heard.length === 0" class="text-bone-3">Nothing goes on here for who stays: no bed, no scatter.</p>
      <ul v-else>
        <li v-for="{ sound, level } in heard.slice(0, 6)" :key="sound.zone + sound.step" class="flex gap-2">
          <span class="min-w-0 flex-1 truncate"
            >{{ sound.name }} <span class="text-bone-3">· {{ zoneName(sound.zone) }}</span></span
          >
          <span class="font-mono text-[10.5px]">{{ plain(level, 0) }}</span>
        </li>
      </ul>
      <p v-if="inRun" class="border-t border-rule pt-1" data-in-run>
        <template v-if="inRun.is === 'alike'">The run says the same, over the 3 s before.</template>
        <template v-else
          >In the run it is {{ plain(inRun.level, 0) }} LUFS over the 3 s before:
          <template v-if="inRun.is === 'softer'">not all of this sounds then.</template>
          <template v-else-if="passing.length > 0"
            >what passes counts, too:
            {{ passing.map(({ name, level }) => `${name} ${plain(level, 0)}`).join(', ') }}.</template
          >
          <template v-else>some of this is louder just then.</template>
        </template>
      </p>
      <template v-if="fades && crossing && !at">
        <PlainChart
          class="pointer-events-auto h-12 w-full bg-ink-0"
          :chart="crossing"
          :at="(crossing.x.min + crossing.x.max) / 2"
        />
        <p class="text-bone-3">
          Beds, 8 s before and after.
          <span v-if="fades.hole" class="text-rust"
            >It sinks by {{ plain(fades.hole.by, 0) }} dB at {{ clock(fades.hole.t) }}.</span
          >
        </p>
      </template>
      <p class="flex items-center gap-1.5 text-bone-3">
        <template v-for="level in legend" :key="level"
          ><span class="inline-block size-3" :style="{ background: ink(level) }" />{{ plain(level, 0) }}</template
        >
        LUFS
      </p>
    </section>
  </div>
</template>
