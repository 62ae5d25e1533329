<script setup lang="ts">
import { outlineOf, solidOf } from '~~/core/space'
import { pathOf } from './forms/geometry'
import type { Draft } from './hand/drawing'

/** What is being drawn: dashed, with its length and angle beside the corner in hand. */
const props = defineProps<{
  draft: Draft
  measure?: { at: readonly [number, number]; length: string; angle: string }
  pixel: number
  /** The right edge of what is seen (m). */
  edge: number
}>()
const WIDE = 110
const aside = computed(() =>
  props.measure && props.measure.at[0] + WIDE * props.pixel > props.edge ? `translate(${-WIDE - 10} 0)` : '',
)
const line = computed(() => {
  const { run = [], next } = props.draft
  return [...run, ...(next && run.length > 0 ? [next] : [])].map((spot) => spot.join(',')).join(' ')
})
const dash = computed(() => `${5 * props.pixel} ${4 * props.pixel}`)
</script>

<template>
  <g class="pointer-events-none" data-draft>
    <path
      v-if="draft.shape"
      :d="pathOf(outlineOf(solidOf(draft.shape)))"
      fill="url(#survey)"
      stroke="var(--color-lamp)"
      :stroke-width="1.8 * pixel"
    />
    <path
      v-if="draft.fills"
      :d="pathOf(draft.fills)"
      fill="url(#survey)"
      stroke="var(--color-lamp)"
      :stroke-width="1.6 * pixel"
      :stroke-dasharray="dash"
      data-fills
    />
    <line
      v-for="(stretch, i) in draft.facing ? [[draft.facing.at, draft.facing.to]] : draft.opening ? [draft.opening] : []"
      :key="i"
      :x1="stretch[0]![0]"
      :y1="stretch[0]![1]"
      :x2="stretch[1]![0]"
      :y2="stretch[1]![1]"
      stroke="var(--color-lamp)"
      :stroke-width="(draft.opening ? 5 : 1.6) * pixel"
    />
    <polyline
      v-if="line"
      :points="line"
      fill="none"
      stroke="var(--color-lamp)"
      :stroke-width="1.8 * pixel"
      :stroke-dasharray="dash"
    />
    <circle
      v-for="(corner, i) in draft.run ?? []"
      :key="`c${i}`"
      :cx="corner[0]"
      :cy="corner[1]"
      :r="2.6 * pixel"
      fill="var(--color-lamp)"
    />
    <circle
      v-if="draft.next"
      :cx="draft.next[0]"
      :cy="draft.next[1]"
      :r="(draft.closes ? 7 : 3.6) * pixel"
      fill="none"
      stroke="var(--color-lamp)"
      :stroke-width="1.4 * pixel"
    />
    <g v-if="measure" :transform="`translate(${measure.at[0]} ${measure.at[1]}) scale(${pixel})`" data-measure>
      <g :transform="aside">
        <rect x="12" y="8" width="92" height="36" rx="6" fill="var(--color-ink-2)" stroke="var(--color-lamp)" />
        <text x="20" y="23" font-size="12" fill="var(--color-bone)" class="font-mono">{{ measure.length }}</text>
        <text x="20" y="38" font-size="11" fill="var(--color-bone-2)" class="font-mono">{{ measure.angle }}</text>
      </g>
    </g>
  </g>
</template>
