<script setup lang="ts">
import { useShow } from '~/document/show'
import { soundNamedBy } from '~/playback/hear-by-key'
import { lengthWords } from '~/words/step-lengths'
import { stepWords, type Sense } from '~/words/step-kinds'
import { plain } from '~/words/time'
import { usePreview } from '../preview/preview'
import { curvePath, filledPath, ROW } from '../kinds/pictures'
import { sheetOf } from '../kinds/step-sheets'
import { endOf, type Stroke } from '../kinds/stroke'
import { isNamedWithin, nameOnStave } from './staves'

/** A step on the stave, drawn as what it does. */
const props = defineProps<{
  stroke: Stroke
  sense: Sense
  x: (t: number) => number
  y: number
  chosen: boolean
}>()
const doc = useShow()
const store = usePreview()
const INK: { [sense in Sense]: string } = {
  hear: 'var(--color-lamp)',
  light: 'var(--color-bone)',
  picture: 'var(--color-bone-2)',
  hands: 'var(--color-mauve)',
  world: 'var(--color-bone-2)',
  signals: 'var(--color-tide)',
}
const ink = computed(() => INK[props.sense])
const step = computed(() => props.stroke.step)
const end = computed(() => endOf(props.stroke, store.length))
const box = computed(() => ({
  x: props.x(props.stroke.from),
  width: Math.max(14, props.x(end.value) - props.x(props.stroke.from)),
}))
const label = computed(
  () =>
    `${stepWords(doc.now, step.value)}, at ${plain(step.value.at, 2)} s, ${lengthWords(doc.now, step.value)}${props.stroke.step.muted ? ', muted' : ''}`,
)
const picture = computed(() =>
  sheetOf(step.value.kind).picture(step.value, {
    stroke: props.stroke,
    end: end.value,
    x: props.x,
    y: props.y,
    envelopeOf: store.envelopeOf,
  }),
)
const name = computed(() => nameOnStave(doc.now, step.value))
/** The name stands on what is drawn; beside rows that are close to each other. */
const within = computed(() => isNamedWithin(step.value, name.value, box.value.width))
const named = computed(() => box.value.x + 6 + (within.value ? 0 : box.value.width))
</script>

<template>
  <g
    tabindex="0"
    role="button"
    class="cursor-ew-resize outline-none [&:focus-visible>rect:first-child]:stroke-tide"
    :opacity="stroke.step.muted ? 0.35 : 1"
    :aria-label="label"
    :aria-pressed="chosen"
    :data-stroke="step.id"
    :data-hears="soundNamedBy(step)"
  >
    <rect
      :x="box.x"
      :y="y + 2"
      :width="box.width"
      :height="ROW - 4"
      rx="4"
      :fill="ink"
      :fill-opacity="chosen ? 0.22 : picture.on === 'slab' ? 0.12 : 0.04"
      :stroke="chosen ? 'var(--color-lamp)' : picture.on === 'board' ? ink : 'transparent'"
      stroke-width="1.4"
    />
    <rect
      v-if="step.jitter > 0"
      :x="x(Math.max(0, step.at - step.jitter))"
      :y="y + 2"
      :width="x(step.at + step.jitter) - x(Math.max(0, step.at - step.jitter))"
      :height="ROW - 4"
      fill="url(#soft)"
      data-jitter
    />
    <path
      v-if="picture.on === 'thread'"
      :d="`M${box.x} ${y + 17}c7 -12 6 6 14 -7`"
      :stroke="ink"
      stroke-width="1.8"
      fill="none"
      stroke-linecap="round"
    />
    <path v-if="picture.bars" :d="picture.bars" :stroke="ink" stroke-width="1.6" opacity="0.75" data-bars />
    <path v-if="picture.rope" :d="picture.rope" :fill="ink" opacity="0.5" data-rope />
    <path
      v-if="picture.stems"
      :d="picture.stems"
      :stroke="ink"
      :fill="ink"
      stroke-width="1.2"
      opacity="0.8"
      data-stems
    />
    <path
      v-for="frame in picture.frames"
      :key="frame.path"
      :d="frame.path"
      fill="var(--color-ink-1)"
      :stroke="ink"
      stroke-width="1.2"
      data-frame
    />
    <path v-if="picture.flecks" :d="picture.flecks" :stroke="ink" stroke-width="1.4" data-flecks />
    <rect
      v-for="row in picture.locks"
      :key="row.lock"
      :x="box.x"
      :y="row.y"
      :width="box.width"
      height="3"
      rx="1.5"
      :fill="row.taken ? ink : 'transparent'"
      :stroke="row.taken ? 'none' : 'var(--color-rule)'"
      :data-taken="row.taken ? row.lock : undefined"
    />
    <template v-if="stroke.curve.length > 0">
      <line
        v-if="stroke.base !== undefined"
        :x1="box.x"
        :x2="x(stroke.curve.at(-1)!.t)"
        :y1="y + ROW - 4 - Math.min(1, stroke.base) * (ROW - 8)"
        :y2="y + ROW - 4 - Math.min(1, stroke.base) * (ROW - 8)"
        stroke="var(--color-bone-3)"
        stroke-dasharray="1 4"
      />
      <path
        v-if="picture.fill"
        :d="filledPath(stroke, x, y)"
        :fill="picture.fill"
        stroke="var(--color-bone-2)"
        stroke-width="1.2"
        data-opacity
      />
      <path
        v-else
        class="pointer-events-none"
        :d="curvePath(stroke, x, y)"
        fill="none"
        :stroke="ink"
        stroke-width="1.3"
        data-curve
      />
    </template>
    <path
      v-for="(t, i) in stroke.impacts"
      :key="i"
      :d="`M${x(t)} ${y + ROW - 10}v8`"
      stroke="var(--color-bone)"
      stroke-width="2.4"
      stroke-linecap="round"
      data-impact
    />
    <path
      v-if="stroke.released"
      :d="`M${x(end)} ${y + ROW / 2}l8 -6m-8 6l10 -2m-10 2l10 2m-10 -2l8 6`"
      stroke="var(--color-weed)"
      fill="none"
    />
    <circle
      v-if="'hold' in step && step.hold === 'keep'"
      :cx="x(end) - 2"
      :cy="y + ROW / 2"
      r="2.6"
      fill="var(--color-rust)"
    />
    <rect
      v-if="within && (picture.bars || picture.frames || stroke.curve.length > 0)"
      :x="named - 2"
      :y="y + 6"
      :width="name.length * 5.9 + 4"
      height="14"
      rx="3"
      fill="var(--color-ink-0)"
      opacity="0.72"
      class="pointer-events-none"
    />
    <text
      :x="named"
      :y="y + 17"
      font-size="11"
      :fill="chosen ? 'var(--color-lamp)' : 'var(--color-bone)'"
      paint-order="stroke"
      stroke="var(--color-ink-0)"
      stroke-width="3"
      class="pointer-events-none"
    >
      {{ name }}
    </text>
  </g>
</template>
