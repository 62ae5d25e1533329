<script setup lang="ts">
import { powerDecibels } from '~~/core/base'
import type { Lock } from '~~/core/show'
import { useShow } from '~/document/show'
import { soundNamedBy } from '~/playback/hear-by-key'
import { lengthWords } from '~/words/sentences'
import { stepWords, type Sense } from '~/words/step-kinds'
import { plain } from '~/words/time'
import { usePreview } from '../preview'
import {
  barsPath,
  curvePath,
  isNamedWithin,
  filledPath,
  fleckPath,
  framePath,
  ROW,
  ropePath,
  stemPath,
} from './drawing'
import { endOf, nameOnStave, type Stroke } from './strokes'

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
const LOCKS: Lock[] = ['walk', 'jump', 'look', 'use']
const ink = computed(() => INK[props.sense])
const step = computed(() => props.stroke.step)
const end = computed(() => endOf(props.stroke, store.length))
const box = computed(() => ({
  x: props.x(props.stroke.from),
  width: Math.max(14, props.x(end.value) - props.x(props.stroke.from)),
}))
const label = computed(
  () =>
    `${stepWords(doc.show!, step.value)}, at ${plain(step.value.at, 2)} s, ${lengthWords(doc.show!, step.value)}${props.stroke.step.muted ? ', muted' : ''}`,
)
/** Only sounds and what has no picture of its own stand on a slab. */
const slab = computed(() => ['sound', 'move'].includes(step.value.kind))
const tied = computed(() => props.sense === 'signals')
const bars = computed(() =>
  step.value.kind === 'sound'
    ? props.stroke.sounds.map((one) => barsPath(one, store.envelopeOf(one.sound), props.x, props.y)).join('')
    : '',
)
function loudestOf(sound: string): number | undefined {
  const envelope = store.envelopeOf(sound)
  if (!envelope) return undefined
  const most = envelope.reduce((a, b) => Math.max(a, b), 0)
  return most > 0 ? powerDecibels(most) : undefined
}
const stems = computed(() =>
  step.value.kind === 'scatter'
    ? props.stroke.sounds.map((one) => stemPath(one, loudestOf(one.sound), props.x, props.y)).join('')
    : '',
)
const rope = computed(() =>
  step.value.kind === 'bed'
    ? ropePath(props.stroke.from, end.value, step.value.fadeIn, step.value.fadeOut, props.x, props.y)
    : '',
)
const frames = computed(() =>
  step.value.kind === 'camera'
    ? framePath(step.value.marks, step.value.back?.seconds ?? 0, props.stroke.from, props.x, props.y)
    : [],
)
const flecks = computed(() =>
  step.value.kind === 'burst'
    ? fleckPath(step.value.count[1], props.stroke.from, step.value.life[1], props.x, props.y)
    : '',
)
/** What is taken is filled, what is left a line. */
const rows = computed(() =>
  step.value.kind === 'freeze'
    ? LOCKS.map((lock, i) => ({
        lock,
        y: props.y + 4 + i * 5,
        taken: step.value.kind === 'freeze' && step.value.locks.includes(lock),
      }))
    : [],
)
const name = computed(() => nameOnStave(doc.show!, step.value))
/** The name stands on what is drawn; beside rows that are close to each other. */
const within = computed(() => isNamedWithin(step.value.kind, name.value, box.value.width))
const named = computed(() => box.value.x + 6 + (within.value ? 0 : box.value.width))
const board = computed(() => step.value.kind === 'prompt')
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
      :fill-opacity="chosen ? 0.22 : slab ? 0.12 : 0.04"
      :stroke="chosen ? 'var(--color-lamp)' : board ? ink : 'transparent'"
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
      v-if="tied"
      :d="`M${box.x} ${y + 17}c7 -12 6 6 14 -7`"
      :stroke="ink"
      stroke-width="1.8"
      fill="none"
      stroke-linecap="round"
    />
    <path v-if="bars" :d="bars" :stroke="ink" stroke-width="1.6" opacity="0.75" data-bars />
    <path v-if="rope" :d="rope" :fill="ink" opacity="0.5" data-rope />
    <path v-if="stems" :d="stems" :stroke="ink" :fill="ink" stroke-width="1.2" opacity="0.8" data-stems />
    <path
      v-for="frame in frames"
      :key="frame.path"
      :d="frame.path"
      fill="var(--color-ink-1)"
      :stroke="ink"
      stroke-width="1.2"
      data-frame
    />
    <path v-if="flecks" :d="flecks" :stroke="ink" stroke-width="1.4" data-flecks />
    <rect
      v-for="row in rows"
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
        v-if="step.kind === 'fade'"
        :d="filledPath(stroke, x, y)"
        :fill="step.colour"
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
      v-if="within && (bars || frames.length > 0 || stroke.curve.length > 0)"
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
