<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { useShow } from '~/document/show'
import { fetched } from '~/frame/fetched'
import { followPointer } from '~/frame/pointer-drag'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { CURVES_HEIGHT, RULER, tOf, xOf, type Layout } from '~/canvas/axes'
import type { Sight } from '~/canvas/renderer'
import { useLanes } from './lanes'
import { zonesWithin } from './lasso'
import ScoreMarks from './ScoreMarks.vue'
import { zoneOfGroup } from '~~/core/score'
import { needed } from '~~/core/base'

const ScoreRemarks = fetched(() => import('./ScoreRemarks.vue'))
const props = defineProps<{ scroll: number }>()
const emit = defineEmits<{ scroll: [to: number] }>()
const doc = useShow()
const runs = useRun()
/** Asked apart: no other edit draws the canvas anew. */
const hasRemarks = computed(() => (doc.show?.remarks.length ?? 0) > 0)
const { lanes, rows, height: tall } = useLanes()
const playhead = usePlayhead()
const selection = useSelection()
const view = useView()
const frame = ref<HTMLElement>()
const area = () => needed(frame.value, 'score')
const canvas = ref<HTMLCanvasElement>()
const { width, height } = useElementSize(frame)

const layout = computed((): Layout => ({
  width: width.value,
  height: height.value,
  from: view.from,
  to: view.to,
  ruler: RULER,
  lane: tall.value,
  scroll: props.scroll,
  curves: height.value - CURVES_HEIGHT,
}))
const chosen = computed(() => (selection.group ? zoneOfGroup(selection.group.id) : selection.zone?.id))
const sight = computed((): Sight => ({
  layout: layout.value,
  ratio: window.devicePixelRatio || 1,
  rows: rows.value,
  chosen: chosen.value,
  marked: playhead.marked && { from: playhead.marked.from, to: playhead.marked.to },
}))
let asked = 0
/** However often something moves, the canvas follows once a frame. */
function look() {
  asked = 0
  if (width.value > 0) runs.look(sight.value)
}
watch(sight, () => (asked ||= requestAnimationFrame(look)), { immediate: true })
onMounted(() => runs.mount(needed(canvas.value, 'canvas')))
onBeforeUnmount(() => cancelAnimationFrame(asked))

const headX = computed(() => xOf(layout.value, playhead.t))
const timeAt = (event: { clientX: number }) => tOf(layout.value, event.clientX - area().getBoundingClientRect().left)

/** Over the clock and the curves one scrubs; over the lanes a click goes there and a drag marks a span. */
function press(event: PointerEvent) {
  if (event.button !== 0) return
  const box = area().getBoundingClientRect()
  const y = event.clientY - box.top
  const lanesHere = y > RULER && y < layout.value.curves
  if (lanesHere && event.shiftKey) return chooseSeveral(event, y)
  const began = timeAt(event)
  const startX = event.clientX
  area().setPointerCapture(event.pointerId)
  if (lanesHere) {
    const lane = lanes.value[laneAt(y)]
    if (lane?.group) selection.choose('group', lane.group)
    else if (lane?.zone && !lane.gone) selection.choose('zone', lane.zone)
  }
  playhead.seek(began)
  const move = (e: PointerEvent) => {
    if (!lanesHere) return playhead.seek(timeAt(e))
    if (Math.abs(e.clientX - startX) < 4) return
    const t = timeAt(e)
    playhead.marked = { from: Math.max(0, Math.min(began, t)), to: Math.min(playhead.length, Math.max(began, t)) }
  }
  const up = (e: PointerEvent) => {
    if (lanesHere && Math.abs(e.clientX - startX) < 4 && playhead.marked) {
      playhead.marked = undefined
      playhead.looping = false
    }
    area().removeEventListener('pointermove', move)
    area().removeEventListener('pointerup', up)
  }
  area().addEventListener('pointermove', move)
  area().addEventListener('pointerup', up)
}

const laneAt = (y: number) => Math.floor((y - RULER + props.scroll) / tall.value)
/** With Shift a click takes one zone more, or less; a drag takes those in whose lanes something lies between its corners. */
const lasso = shallowRef<{ left: number; top: number; width: number; height: number }>()
function chooseSeveral(event: PointerEvent, y: number) {
  const { left, top } = area().getBoundingClientRect()
  const within = (e: PointerEvent) => Math.max(RULER, Math.min(layout.value.curves, e.clientY - top))
  followPointer(event, {
    move: (e, far) => {
      if (!far) return
      const [x0, x1] = [event.clientX - left, e.clientX - left]
      lasso.value = {
        left: Math.min(x0, x1),
        top: Math.min(y, within(e)),
        width: Math.abs(x1 - x0),
        height: Math.abs(within(e) - y),
      }
    },
    end: (e, far) => {
      lasso.value = undefined
      const here = lanes.value[laneAt(y)]
      if (!far) return here?.zone && !here.group && !here.gone && selection.toggle({ kind: 'zone', id: here.zone })
      const [from, to] = [timeAt(event), timeAt(e)].sort((a, b) => a - b) as [number, number]
      const found = zonesWithin(lanes.value, doc.now.groups, { lanes: [laneAt(y), laneAt(within(e))], from, to })
      if (found.length > 0) selection.chooseAll(found.map((id) => ({ kind: 'zone' as const, id })))
    },
    cancel: () => (lasso.value = undefined),
  })
}

/** The wheel zooms about the pointer; sideways or with Shift it moves along; with Alt it moves over the lanes. */
function wheel(event: WheelEvent) {
  if (event.altKey) return emit('scroll', Math.max(0, props.scroll + event.deltaY))
  const along = Math.abs(event.deltaX) > Math.abs(event.deltaY) ? event.deltaX : event.shiftKey ? event.deltaY : 0
  if (along !== 0) view.pan((along / width.value) * (view.to - view.from))
  else view.zoom(Math.exp(event.deltaY * (event.ctrlKey ? 0.01 : 0.0016)), timeAt(event))
}
</script>

<template>
  <div
    ref="frame"
    class="absolute inset-0 touch-none select-none"
    @pointerdown="press"
    @wheel.prevent="wheel"
    @dblclick="view.fit()"
  >
    <canvas ref="canvas" class="size-full" aria-hidden="true" />
    <ScoreMarks :layout="layout" />
    <ScoreRemarks v-if="hasRemarks" :layout="layout" />
    <div
      v-if="lasso"
      class="pointer-events-none absolute border border-dashed border-tide"
      :style="{
        left: `${lasso.left}px`,
        top: `${lasso.top}px`,
        width: `${lasso.width}px`,
        height: `${lasso.height}px`,
      }"
      data-lasso
    />
    <div
      class="pointer-events-none absolute inset-y-0 left-0 w-px bg-lamp"
      :style="{ transform: `translateX(${headX}px)` }"
      :hidden="headX < 0 || headX > width"
    >
      <div class="absolute top-[22px] -left-[4.5px] size-2.5 rounded-full bg-lamp" />
    </div>
  </div>
</template>
