<script setup lang="ts">
import { secondsApart } from '~/words/ticks'
import { thousandths, needed } from '~~/core/base'
import { useElementSize, useEventListener } from '@vueuse/core'
import SenseGlyph from '~/frame/SenseGlyph.vue'
import { followPointer } from '~/frame/pointer-drag'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import type { Sense } from '~/words/step-kinds'
import { plain } from '~/words/time'
import { usePreview } from '../preview/preview'
import { roomBeside, ROW } from '../kinds/pictures'
import { useStaveHand } from './hand'
import { mainHandle } from '../kinds/handles'
import { handlesOf } from '../kinds/step-sheets'
import { endOf, type Stroke } from '../kinds/stroke'
import { leftOver } from './left-over'
import { readOuts } from './read-outs'
import StaveFirers from './StaveFirers.vue'
import StaveStroke from './StaveStroke.vue'
import { isNamedWithin, nameOnStave, stavesOf } from './staves'
import { elementOf } from '~/frame/event-targets'

/** The chosen cue over seconds, a lane for each sense: its steps as a run of it has them. They are dragged along, stretched, chosen, heard. */
const store = usePreview()
const doc = useShow()
const selection = useSelection()
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
/** Room for what each sense does, what fires the cue, and what is left of it (px). */
const HEAD = 138
const FIRERS = 132
const LEFT = 168
const TOP = 26
/** A lane is as high as two lines of its head (px). */
const LANE = 38
const ZERO = HEAD + FIRERS
const NAMES: { [sense in Sense]: string } = {
  hear: 'Hear',
  light: 'Light',
  picture: 'Picture',
  hands: 'Hands',
  world: 'World',
  signals: 'Signals',
}
/** The last time that is named leaves so much free (px). */
const LAST = 24
/** When whoever set it off leaves, between these (s). */
const [SOONEST, LATEST] = [0.5, 110]

const scale = computed(() => Math.max(1, width.value - ZERO - LEFT) / store.length)
const x = (t: number) => ZERO + t * scale.value
const timeAt = (event: { clientX: number }) =>
  (event.clientX - needed(frame.value, 'frame').getBoundingClientRect().left - ZERO) / scale.value
const hand = useStaveHand({ timeAt, scale: () => scale.value })
defineExpose({ hand })
/** How far beyond its end the name of a stroke reaches (s). */
function beyond(stroke: Stroke): number {
  const width = (endOf(stroke, store.length) - stroke.from) * scale.value
  const name = nameOnStave(doc.now, stroke.step)
  return isNamedWithin(stroke.step, name, width) ? 0 : roomBeside(name) / scale.value
}
const lanes = computed(() => {
  let y = TOP
  return stavesOf(store.strokes, store.length, beyond).map(({ sense, rows }) => {
    const top = y
    const height = Math.max(LANE, rows.length * ROW + 6)
    y += height
    return { sense, rows, top, height }
  })
})
const high = computed(() => TOP + lanes.value.reduce((sum, { height }) => sum + height, 0))
const ticks = computed(() => {
  const step = secondsApart(Math.max(0.5, 60 / scale.value))
  return Array.from({ length: Math.floor((store.length - LAST / scale.value) / step) + 1 }, (_, i) => i * step)
})
const outs = computed(() => readOuts(doc.now, store, store.t))
const left = computed(() =>
  store.made ? leftOver(store.made.show, store.made.run, (zone) => zone.startsWith('preview-')) : [],
)
/** The places of the open step that are dragged; of each other its end alone. */
const open = computed(() => {
  const stroke = store.strokes.find(({ step }) => step.id === selection.openStep)
  if (!stroke) return undefined
  for (const lane of lanes.value) {
    const row = lane.rows.findIndex((strokes) => strokes.includes(stroke))
    if (row >= 0) return { stroke, y: lane.top + 3 + row * ROW, handles: handlesOf(stroke, store.length) }
  }
  return undefined
})
const edgeOf = (stroke: Stroke) => mainHandle(handlesOf(stroke, store.length))
const inside = (t: number) => Math.min(x(store.length), Math.max(ZERO, x(t)))

function key(stroke: Stroke, event: KeyboardEvent) {
  if (!hand.key(stroke, event)) return
  event.preventDefault()
  event.stopPropagation()
}
function nudge(by: (sign: 1 | -1) => void, event: KeyboardEvent) {
  if (event.key !== 'ArrowRight' && event.key !== 'ArrowLeft') return
  event.preventDefault()
  event.stopPropagation()
  by(event.key === 'ArrowRight' ? 1 : -1)
}
/** Where whoever set it off is assumed to leave, dragged along the clock. */
const leaveAt = (t: number) => (store.leaves = Math.min(LATEST, Math.max(SOONEST, Math.round(t * 10) / 10)))
const leave = (event: PointerEvent) => {
  const to = (e: PointerEvent) => leaveAt(timeAt(e))
  followPointer(event, { move: to, end: to })
}
function scrub(event: PointerEvent) {
  if (event.button !== 0) return
  const to = (e: PointerEvent) => store.seek(timeAt(e))
  followPointer(event, { move: to, end: to })
}
/** A press beside everything lets go of what is held. */
function pressEmpty(event: PointerEvent) {
  if (event.target === event.currentTarget) selection.openOne(undefined)
}
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const target = elementOf(event)
  if (target.closest('input, textarea, [role=listbox], [role=menu], [role=dialog]')) return
  if (!(event.ctrlKey || event.metaKey)) return
  const acts: { [key: string]: () => void } = { v: hand.paste, a: hand.chooseAll }
  const act = acts[event.key]
  if (!act || globalThis.getSelection()?.toString()) return
  event.preventDefault()
  act()
})
</script>

<template>
  <div ref="frame" class="relative min-h-0 flex-1 overflow-y-auto bg-ink-0" role="group" aria-label="Stave">
    <svg :width="width" :height="high" class="block select-none" @pointerdown="pressEmpty">
      <defs>
        <linearGradient id="soft">
          <stop offset="0" stop-color="var(--color-bone)" stop-opacity="0" />
          <stop offset="0.5" stop-color="var(--color-bone)" stop-opacity="0.28" />
          <stop offset="1" stop-color="var(--color-bone)" stop-opacity="0" />
        </linearGradient>
      </defs>
      <g font-size="10" font-family="var(--font-mono)" fill="var(--color-bone-3)">
        <g v-for="t in ticks" :key="t">
          <line :x1="x(t)" :x2="x(t)" y1="16" :y2="high" stroke="var(--color-row)" />
          <text :x="x(t) + 3" y="12">{{ plain(t, 1) }}{{ t === 0 ? ' s' : '' }}</text>
        </g>
      </g>
      <rect
        :x="ZERO"
        y="0"
        :width="Math.max(0, width - ZERO - LEFT)"
        height="18"
        fill="transparent"
        class="cursor-col-resize"
        data-scrub
        @pointerdown="scrub"
      />
      <rect
        :x="inside(store.leaves)"
        :y="TOP"
        :width="Math.max(0, x(store.length) - inside(store.leaves))"
        :height="high - TOP"
        fill="var(--color-weed)"
        fill-opacity="0.06"
        class="pointer-events-none"
      />
      <line :x1="ZERO" :x2="ZERO" y1="0" :y2="high" stroke="var(--color-rule)" />
      <line :x1="HEAD" :x2="HEAD" y1="0" :y2="high" stroke="var(--color-row)" />
      <line :x1="width - LEFT" :x2="width - LEFT" y1="0" :y2="high" stroke="var(--color-rule)" />
      <g font-size="10.5" fill="var(--color-bone-3)">
        <text :x="HEAD + 8" y="12">what fires it</text>
        <text :x="width - LEFT + 10" y="12">still held after</text>
      </g>
      <g v-for="lane in lanes" :key="lane.sense">
        <line x1="0" :x2="width" :y1="lane.top" :y2="lane.top" stroke="var(--color-rule)" class="pointer-events-none" />
        <foreignObject x="10" :y="lane.top + 3" :width="HEAD - 14" :height="LANE - 4">
          <p class="flex items-center gap-1.5 text-[12px] leading-tight text-bone-2">
            <SenseGlyph :sense="lane.sense" /> {{ NAMES[lane.sense] }}
          </p>
          <p class="truncate pl-[18px] text-[10.5px] leading-tight text-bone-3">{{ outs[lane.sense] }}</p>
        </foreignObject>
        <foreignObject :x="width - LEFT + 8" :y="lane.top + 3" :width="LEFT - 10" :height="lane.height - 4">
          <ul class="text-[10.5px] leading-tight text-bone-2" :aria-label="`${NAMES[lane.sense]}, still held after`">
            <li v-for="one in left.filter(({ sense }) => sense === lane.sense)" :key="one.words">{{ one.words }}</li>
          </ul>
        </foreignObject>
        <template v-for="(row, r) in lane.rows" :key="r">
          <template v-for="stroke in row" :key="stroke.step.id">
            <StaveStroke
              :stroke="stroke"
              :sense="lane.sense"
              :x="x"
              :y="lane.top + 3 + r * ROW"
              :chosen="selection.steps.includes(stroke.step.id)"
              @pointerdown="hand.press(stroke, $event)"
              @keydown="key(stroke, $event)"
              @dblclick="store.hear(Math.max(0, stroke.from))"
            />
            <rect
              v-if="edgeOf(stroke)"
              :x="x(endOf(stroke, store.length)) - 5"
              :y="lane.top + 5 + r * ROW"
              width="8"
              :height="ROW - 4"
              fill="transparent"
              class="cursor-e-resize touch-none"
              :data-edge="stroke.step.id"
              @pointerdown="hand.stretch(stroke, edgeOf(stroke)!, $event)"
            />
          </template>
        </template>
      </g>
      <StaveFirers
        :firers="store.firers"
        :width="FIRERS"
        :top="TOP + 4"
        :scale="scale"
        :transform="`translate(${HEAD} 0)`"
      />
      <g v-if="open">
        <circle
          v-for="handle in open.handles"
          :key="handle.key"
          :cx="inside(handle.t)"
          :cy="open.y + ROW - 3"
          r="4.5"
          class="cursor-e-resize touch-none"
          fill="var(--color-ink-0)"
          stroke="var(--color-lamp)"
          stroke-width="1.6"
          tabindex="0"
          role="slider"
          :aria-label="`${handle.says}, on the stave`"
          :aria-valuenow="thousandths(handle.t)"
          :aria-valuetext="`${plain(handle.t)} s`"
          :data-grip="handle.key"
          @pointerdown="hand.stretch(open.stroke, handle, $event)"
          @keydown="
            nudge((sign) => hand.stretchBy(open!.stroke, handle.key, sign * ($event.shiftKey ? 1 : 0.1)), $event)
          "
        >
          <title>{{ handle.says }}, {{ plain(handle.t) }} s</title>
        </circle>
      </g>
      <g
        class="cursor-ew-resize touch-none"
        tabindex="0"
        role="slider"
        aria-label="When whoever set it off leaves"
        :aria-valuenow="store.leaves"
        :aria-valuemin="SOONEST"
        :aria-valuemax="LATEST"
        :aria-valuetext="`${plain(store.leaves, 1)} s`"
        @pointerdown="leave"
        @keydown="nudge((sign) => leaveAt(store.leaves + sign / 2), $event)"
      >
        <line
          :x1="x(store.leaves)"
          :x2="x(store.leaves)"
          y1="14"
          :y2="high"
          stroke="var(--color-weed)"
          stroke-dasharray="4 3"
        />
        <rect
          :x="x(store.leaves)"
          y="2"
          width="92"
          height="15"
          rx="2"
          fill="var(--color-ink-1)"
          stroke="var(--color-weed)"
        />
        <text :x="x(store.leaves) + 5" y="13" font-size="10" fill="var(--color-weed)">
          if left at {{ plain(store.leaves, 1) }} s
        </text>
      </g>
      <line
        v-if="hand.guide.value !== undefined"
        :x1="x(hand.guide.value)"
        :x2="x(hand.guide.value)"
        :y1="TOP"
        :y2="high"
        stroke="var(--color-lamp)"
        stroke-dasharray="2 3"
        class="pointer-events-none"
        data-guide
      />
      <g class="pointer-events-none">
        <line :x1="x(store.t)" :x2="x(store.t)" y1="12" :y2="high" stroke="var(--color-lamp)" />
        <circle :cx="x(store.t)" cy="12" r="4" fill="var(--color-lamp)" />
      </g>
    </svg>
  </div>
</template>
