<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { BLOCK } from '~~/core/sound'
import SenseGlyph from '~/frame/SenseGlyph.vue'
import { followPointer } from '~/frame/pointer-drag'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { lengthWords } from '~/words/sentences'
import { stepWords, type Sense } from '~/words/step-kinds'
import { plain } from '~/words/time'
import { soundNamedBy } from '~/sound/hear-by-key'
import { usePreview } from './preview'
import { endOf, stavesOf, type Stroke } from './stave'

/** The chosen cue over seconds, a lane for each sense: its steps as a run of it has them. They are dragged along, chosen, heard. */
const store = usePreview()
const doc = useShow()
const selection = useSelection()
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
const HEAD = 96
const ROW = 24
const TOP = 26
const NAMES: { [sense in Sense]: string } = {
  hear: 'Hear',
  light: 'Light',
  picture: 'Picture',
  hands: 'Hands',
  world: 'World',
  signals: 'Knots',
}
const INK: { [sense in Sense]: string } = {
  hear: 'lamp',
  light: 'bone',
  picture: 'bone-2',
  hands: 'mauve',
  world: 'bone-2',
  signals: 'tide',
}

const scale = computed(() => Math.max(1, width.value - HEAD - 16) / store.length)
const x = (t: number) => HEAD + t * scale.value
const timeAt = (event: { clientX: number }) =>
  (event.clientX - frame.value!.getBoundingClientRect().left - HEAD) / scale.value
/** A name is so wide (pixels). */
const NAME = 150
const lanes = computed(() => {
  let y = TOP
  return stavesOf(store.strokes, store.length, NAME / scale.value).map(({ sense, rows }) => {
    const top = y
    const height = Math.max(1, rows.length) * ROW + 6
    y += height
    return { sense, rows, top, height }
  })
})
const high = computed(() => TOP + lanes.value.reduce((sum, { height }) => sum + height, 0))
const ticks = computed(() => {
  const step = [0.5, 1, 2, 5, 10, 20].find((each) => each * scale.value > 60) ?? 30
  return Array.from({ length: Math.floor(store.length / step) + 1 }, (_, i) => i * step)
})
const curve = (stroke: Stroke, y: number) =>
  stroke.curve
    .filter(({ t }) => t >= stroke.from - 0.1)
    .map(
      ({ t, value }, i) => `${i === 0 ? 'M' : 'L'}${x(t).toFixed(1)} ${(y + ROW - 4 - value * (ROW - 8)).toFixed(1)}`,
    )
    .join('')
/** A single sound as bars, as high as it is loud. */
function bars({ t, seconds, gain, sound }: Stroke['sounds'][number], y: number): string {
  const envelope = store.envelopeOf(sound)
  if (!envelope) return ''
  const count = Math.max(1, Math.floor((seconds * scale.value) / 3))
  let path = ''
  for (let i = 0; i < count; i++) {
    const power = envelope[Math.floor(((i / count) * seconds) / BLOCK) % envelope.length] ?? 0
    const level = power > 0 ? 10 * Math.log10(power) + gain : -99
    const height = Math.min(ROW - 6, Math.max(0, ((level + 60) / 60) * (ROW - 6)))
    if (height > 0.5)
      path += `M${(x(t) + i * 3).toFixed(1)} ${(y + ROW / 2 + 2 - height / 2).toFixed(1)}v${height.toFixed(1)}`
  }
  return path
}
const label = (stroke: Stroke) =>
  `${stepWords(doc.show!, stroke.step)}, at ${plain(stroke.step.at, 2)} s, ${lengthWords(doc.show!, stroke.step)}`

/** Where other steps begin and end, where it begins, and whole tenths: what is dragged holds there, unless Alt is held. */
function snapped(t: number, id: string, free: boolean): number {
  if (free) return Math.max(0, Math.round(t * 100) / 100)
  const marks = [
    0,
    ...store.strokes
      .filter(({ step }) => step.id !== id)
      .flatMap((stroke) => [stroke.step.at, endOf(stroke, store.length)]),
  ]
  const near = marks.find((mark) => Math.abs(mark - t) * scale.value < 6)
  return Math.max(0, Math.round((near ?? Math.round(t * 10) / 10) * 1000) / 1000)
}
function press(stroke: Stroke, event: PointerEvent) {
  const { cue } = store
  if (!cue || event.button !== 0) return
  const { id, at } = stroke.step
  const from = timeAt(event)
  const put = (e: PointerEvent) => {
    const next = snapped(at + timeAt(e) - from, id, e.altKey)
    return (edit: { set: (address: string[], value: unknown) => void }) =>
      edit.set(['cues', cue.id, 'steps', id, 'at'], next)
  }
  followPointer(event, {
    move: (e, far) => far && doc.drag(put(e)),
    end: (e, far) => {
      selection.openStep = id
      if (far) doc.drop(`Move a step of ${cue.name}`, put(e))
      else doc.letGo()
    },
    cancel: () => doc.letGo(),
  })
}
function nudge(stroke: Stroke, event: KeyboardEvent) {
  const { cue } = store
  const by = event.key === 'ArrowRight' ? 0.1 : event.key === 'ArrowLeft' ? -0.1 : 0
  if (!cue || by === 0) return
  event.preventDefault()
  event.stopPropagation()
  const { id, at } = stroke.step
  const next = Math.max(0, Math.round((at + by * (event.shiftKey ? 10 : 1)) * 1000) / 1000)
  doc.edit(`Move a step of ${cue.name}`, (edit) => edit.set(['cues', cue.id, 'steps', id, 'at'], next))
}
/** Where whoever set it off is assumed to leave, dragged along the clock. */
function leave(event: PointerEvent) {
  const to = (e: PointerEvent) => (store.leaves = Math.min(110, Math.max(0.5, Math.round(timeAt(e) * 10) / 10)))
  followPointer(event, { move: to, end: to })
}
const leaveBy = (event: KeyboardEvent) => {
  const by = event.key === 'ArrowRight' ? 0.5 : event.key === 'ArrowLeft' ? -0.5 : 0
  if (by === 0) return
  event.preventDefault()
  event.stopPropagation()
  store.leaves = Math.min(110, Math.max(0.5, store.leaves + by))
}
</script>

<template>
  <div ref="frame" class="relative min-h-0 flex-1 overflow-y-auto bg-ink-0" role="group" aria-label="Stave">
    <svg :width="width" :height="high" class="block select-none" @dblclick="store.hear(Math.max(0, timeAt($event)))">
      <g font-size="10" font-family="var(--font-mono)" fill="var(--color-bone-3)">
        <g v-for="t in ticks" :key="t">
          <line :x1="x(t)" :x2="x(t)" y1="16" :y2="high" stroke="var(--color-row)" />
          <text :x="x(t) + 3" y="12">{{ plain(t, 1) }}{{ t === 0 ? ' s' : '' }}</text>
        </g>
      </g>
      <rect
        :x="x(store.leaves)"
        :y="TOP"
        :width="Math.max(0, x(store.length) - x(store.leaves))"
        :height="high - TOP"
        fill="var(--color-weed)"
        fill-opacity="0.06"
      />
      <g v-for="lane in lanes" :key="lane.sense">
        <line x1="0" :x2="width" :y1="lane.top" :y2="lane.top" stroke="var(--color-rule)" />
        <foreignObject x="8" :y="lane.top + 5" :width="HEAD - 12" height="20">
          <div class="flex items-center gap-1.5 text-[12px] text-bone-2">
            <SenseGlyph :sense="lane.sense" /> {{ NAMES[lane.sense] }}
          </div>
        </foreignObject>
        <template v-for="(row, r) in lane.rows" :key="r">
          <g
            v-for="stroke in row"
            :key="stroke.step.id"
            tabindex="0"
            role="button"
            class="cursor-ew-resize"
            :opacity="stroke.step.muted ? 0.4 : 1"
            :aria-label="label(stroke)"
            :aria-pressed="selection.openStep === stroke.step.id"
            :data-stroke="stroke.step.id"
            :data-hears="soundNamedBy(stroke.step)"
            @pointerdown="press(stroke, $event)"
            @keydown.enter="selection.openStep = stroke.step.id"
            @keydown="nudge(stroke, $event)"
          >
            <rect
              :x="x(stroke.from)"
              :y="lane.top + 4 + r * ROW"
              :width="Math.max(6, x(endOf(stroke, store.length)) - x(stroke.from))"
              :height="ROW - 4"
              rx="4"
              :fill="`var(--color-${INK[lane.sense]})`"
              :fill-opacity="selection.openStep === stroke.step.id ? 0.3 : 0.14"
              :stroke="selection.openStep === stroke.step.id ? 'var(--color-lamp)' : 'none'"
            />
            <rect
              v-if="stroke.step.jitter > 0"
              :x="x(Math.max(0, stroke.step.at - stroke.step.jitter))"
              :y="lane.top + 4 + r * ROW"
              :width="2 * stroke.step.jitter * scale"
              :height="ROW - 4"
              :fill="`var(--color-${INK[lane.sense]})`"
              fill-opacity="0.12"
            />
            <path
              v-for="(one, i) in stroke.sounds"
              :key="i"
              :d="bars(one, lane.top + r * ROW)"
              stroke="var(--color-lamp)"
              stroke-width="1.6"
              opacity="0.7"
            />
            <circle
              v-for="t in stroke.impacts"
              :key="t"
              :cx="x(t)"
              :cy="lane.top + r * ROW + ROW - 6"
              r="2"
              fill="var(--color-bone)"
            />
            <path
              v-if="stroke.curve.length > 0"
              class="pointer-events-none"
              :d="curve(stroke, lane.top + r * ROW)"
              fill="none"
              stroke="var(--color-bone)"
              stroke-width="1.2"
            />
            <path
              v-if="stroke.released"
              :d="`M${x(endOf(stroke, store.length))} ${lane.top + r * ROW + ROW / 2}l6 -5m-6 5l8 0m-8 0l6 5`"
              stroke="var(--color-weed)"
              fill="none"
            />
            <text
              :x="x(stroke.from) + 6"
              :y="lane.top + r * ROW + 18"
              font-size="11"
              :fill="selection.openStep === stroke.step.id ? 'var(--color-lamp)' : 'var(--color-bone)'"
              paint-order="stroke"
              stroke="var(--color-ink-0)"
              stroke-width="2.5"
              class="pointer-events-none"
            >
              {{ stepWords(doc.show!, stroke.step) }}
            </text>
          </g>
        </template>
      </g>
      <g
        class="cursor-ew-resize touch-none"
        tabindex="0"
        role="slider"
        aria-label="When whoever set it off leaves"
        :aria-valuenow="store.leaves"
        aria-valuemin="0.5"
        aria-valuemax="110"
        :aria-valuetext="`${plain(store.leaves, 1)} s`"
        @pointerdown="leave"
        @keydown="leaveBy"
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
      <g v-if="store.playing || store.t > 0" class="pointer-events-none">
        <line :x1="x(store.t)" :x2="x(store.t)" y1="14" :y2="high" stroke="var(--color-lamp)" />
        <circle :cx="x(store.t)" cy="12" r="4" fill="var(--color-lamp)" />
      </g>
    </svg>
  </div>
</template>
