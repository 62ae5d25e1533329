<script setup lang="ts">
import { useElementSize, useIntervalFn } from '@vueuse/core'
import { scoreOf, type Lane } from '~~/core/score'
import { needed } from '~~/core/base'
import type { Layout } from '~/canvas/axes'
import { createRenderer } from '~/canvas/renderer'
import type { ShownMoment } from '~/frame/shown-moment'

/** The score as it is written, up to now: the lanes that acted last. */
const props = defineProps<{ moment: ShownMoment }>()
const frame = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const { width, height } = useElementSize(frame)
const renderer = createRenderer()
/** So much is seen behind now, and before it (s); it is drawn so often (ms). */
const BEHIND = 80
const BEFORE = 3
const EVERY = 200
const RULER = 24
const LANE = 20
const lanes = shallowRef<Lane[]>([])

onMounted(() => renderer.mount(needed(canvas.value, 'canvas').transferControlToOffscreen()))
const lastOf = ({ presences, fired, held }: Lane): number =>
  Math.max(presences.at(-1)?.to ?? -1, fired.at(-1)?.t ?? -1, held.at(-1)?.t ?? -1)

function draw() {
  const { show, run, t } = props.moment
  const from = t - BEHIND
  const score = scoreOf(show, run)
  const room = Math.max(1, Math.floor((height.value - RULER) / LANE))
  const acted = [...score.lanes, ...(score.noZone ? [score.noZone] : [])].filter(
    (lane) => lastOf(lane) >= Math.max(0, from),
  )
  const last = new Set([...acted].sort((a, b) => lastOf(b) - lastOf(a)).slice(0, room))
  lanes.value = acted.filter((lane) => last.has(lane))
  const layout: Layout = {
    width: width.value,
    height: height.value,
    from,
    to: t + BEFORE,
    ruler: RULER,
    lane: LANE,
    scroll: 0,
    curves: height.value,
  }
  renderer.look({ layout, ratio: window.devicePixelRatio || 1 })
  renderer.show({ score: { ...score, lanes: lanes.value, noZone: undefined, signals: [] }, luxEvery: 1, fades: [], cuts: [] }) // prettier-ignore
}
useIntervalFn(() => width.value > 0 && draw(), EVERY, { immediateCallback: true })
</script>

<template>
  <div class="flex min-w-0 flex-1" role="img" aria-label="The score up to now">
    <ul class="w-36 flex-none overflow-hidden pt-6 text-xs text-bone-2">
      <li v-for="lane in lanes" :key="lane.zone" class="h-5 truncate pl-3.5 leading-5">{{ lane.name }}</li>
    </ul>
    <div ref="frame" class="relative min-w-0 flex-1">
      <canvas ref="canvas" class="absolute inset-0 size-full" />
      <span
        class="absolute inset-y-0 w-px bg-lamp"
        :style="{ left: `${(BEHIND / (BEHIND + BEFORE)) * 100}%` }"
        aria-hidden="true"
      />
    </div>
  </div>
</template>
