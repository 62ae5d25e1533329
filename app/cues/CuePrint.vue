<script setup lang="ts">
import { wordsOf, SENSES } from '~/words/step-kinds'
import { lengthOf } from '~/words/step-lengths'
import type { Cue, Show, Step } from '~~/core/show'

/** A cue as a small print of its stave: a stroke for each step, in the line of its sense, as long as it lasts. */
const props = defineProps<{ cue: Cue; show: Show }>()
const WIDE = 84
/** What somebody else ends is drawn so long (s). */
const OPEN = 6
const lasts = (step: Step): number => lengthOf(props.show, step) ?? ('hold' in step ? OPEN : 0.2)
const whole = computed(() => Math.max(2, ...props.cue.steps.map((step) => step.at + lasts(step))))
const strokes = computed(() =>
  props.cue.steps
    .filter((step) => !step.muted)
    .map((step) => {
      const sense = wordsOf(step.kind).sense
      const x = (step.at / whole.value) * WIDE
      return { sense, x, width: Math.max(2, (lasts(step) / whole.value) * WIDE), y: 3 + SENSES.indexOf(sense) * 5 }
    }),
)
const COLOURS: { [sense: string]: string } = {
  hear: 'lamp',
  light: 'bone',
  picture: 'bone-2',
  hands: 'mauve',
  world: 'bone-2',
  signals: 'tide',
}
</script>

<template>
  <svg :viewBox="`0 0 ${WIDE} 34`" class="h-[34px] w-full" aria-hidden="true">
    <path
      d="M0 4.5H84M0 9.5H84M0 14.5H84M0 19.5H84M0 24.5H84M0 29.5H84"
      stroke="var(--color-ink-3)"
      stroke-width="0.7"
    />
    <rect
      v-for="(stroke, i) in strokes"
      :key="i"
      :x="stroke.x"
      :y="stroke.y"
      :width="Math.min(stroke.width, WIDE - stroke.x)"
      height="3"
      :fill="`var(--color-${COLOURS[stroke.sense]})`"
    />
  </svg>
</template>
