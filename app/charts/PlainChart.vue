<script setup lang="ts">
import {
  BarController,
  BarElement,
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from 'chart.js'
import { placesOf, saidAt, saysAt, type Charted } from './chart'
import { configOf } from './config'

/** A chart: drawn by Chart.js, gone through with the arrow keys, with a table of its values. `at`: where the playhead is along it. */
const props = defineProps<{ chart: Charted; at?: number }>()
Chart.register(BarController, BarElement, Filler, LinearScale, LineController, LineElement, PointElement)

const canvas = ref<HTMLCanvasElement>()
let drawn: Chart | undefined
/** Where a place along it is drawn (px from its left). */
const xOf = shallowRef<(x: number) => number>()
function draw() {
  if (!canvas.value) return
  const config = configOf(props.chart)
  if (drawn) {
    drawn.data = config.data
    drawn.options = config.options!
    drawn.update('none')
  } else drawn = new Chart(canvas.value, config)
  measure()
}
const measure = () => (xOf.value = drawn && ((x) => drawn!.scales.x!.getPixelForValue(x)))
onMounted(draw)
watch(() => props.chart, draw, { flush: 'post' })
onBeforeUnmount(() => drawn?.destroy())

/** The place that is read out. */
const place = ref<number>()
const places = computed(() => placesOf(props.chart.series))
function step(event: KeyboardEvent) {
  const now = place.value === undefined ? -1 : places.value.indexOf(place.value)
  const last = places.value.length - 1
  const to = { ArrowRight: now + 1, ArrowLeft: now < 0 ? last : now - 1, Home: 0, End: last }[event.key]
  if (to === undefined) return
  event.preventDefault()
  event.stopPropagation()
  place.value = places.value[Math.min(last, Math.max(0, to))]
}
const said = computed(() => (place.value === undefined ? '' : saidAt(props.chart, place.value)))

const MOST_ROWS = 120
const table = ref<HTMLDialogElement>()
const isOpen = ref(false)
function open() {
  isOpen.value = true
  void nextTick(() => table.value?.showModal())
}
/** What says the same as the row above it is left out. */
const rows = computed(() =>
  placesOf(props.chart.series, MOST_ROWS)
    .map((x) => ({
      x,
      values: props.chart.series.map((one) => saysAt(one, x) ?? ''),
    }))
    .filter(({ values }, i, all) => i === 0 || String(values) !== String(all[i - 1]!.values)),
)
</script>

<template>
  <figure class="group relative" :aria-label="chart.name">
    <div
      class="relative size-full"
      tabindex="0"
      role="slider"
      :aria-label="`${chart.name}, along it`"
      :aria-valuetext="said || 'the arrow keys go along it'"
      :aria-valuemin="chart.x.min"
      :aria-valuemax="chart.x.max"
      :aria-valuenow="place ?? chart.x.min"
      @keydown="step"
      @blur="place = undefined"
    >
      <canvas ref="canvas" aria-hidden="true" />
      <template v-if="xOf">
        <span
          v-if="at !== undefined"
          class="pointer-events-none absolute inset-y-0 w-px bg-lamp"
          :style="{ left: `${xOf(at)}px` }"
        />
        <span
          v-if="place !== undefined"
          class="pointer-events-none absolute inset-y-0 w-px bg-tide"
          :style="{ left: `${xOf(place)}px` }"
        />
      </template>
    </div>
    <p
      v-if="said"
      class="pointer-events-none absolute top-full left-0 z-20 w-max max-w-[320px] rounded border border-rule bg-ink-2 px-1.5 py-0.5 text-[11px] text-bone"
      data-chart-says
    >
      {{ said }}
    </p>
    <button
      class="absolute top-0 right-0 rounded bg-ink-2 px-1 text-[10.5px] text-bone-2 opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
      :aria-label="`Values of ${chart.name}`"
      @click="open"
    >
      values
    </button>
    <dialog
      v-if="isOpen"
      ref="table"
      :aria-label="chart.name"
      class="m-auto max-h-[70vh] overflow-y-auto rounded-[9px] border border-rule bg-ink-1 p-4 text-[12px] text-bone-2"
      @keydown.stop
      @keydown.esc.prevent="table?.close()"
      @close="isOpen = false"
    >
      <div class="mb-2 flex items-center gap-6">
        <h2 class="flex-1 text-bone">{{ chart.name }}</h2>
        <button class="chip" autofocus @click="table?.close()">Close</button>
      </div>
      <table class="font-mono text-[11px]">
        <thead>
          <tr class="text-left text-bone-3">
            <th scope="col" class="pr-5 font-normal" />
            <th v-for="one in chart.series" :key="one.name" scope="col" class="pr-5 font-normal">{{ one.name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.x">
            <th scope="row" class="pr-5 text-left font-normal text-bone-3">{{ chart.saysX(row.x) }}</th>
            <td v-for="(value, i) in row.values" :key="i" class="pr-5">{{ value }}</td>
          </tr>
        </tbody>
      </table>
    </dialog>
  </figure>
</template>
