<script setup lang="ts">
import type { Print } from '~~/core/score'

/** A show in miniature: its place from above, and beside it its score. */
const props = defineProps<{ print?: Print }>()
const HIGH = 56
const PLAN = 96
const SCORE = 176
const GAP = 4

const scale = computed(() => {
  const [x0, z0, x1, z1] = props.print!.place.box
  const by = Math.min((PLAN - 2) / (x1 - x0 || 1), (HIGH - 2) / (z1 - z0 || 1))
  const dx = (PLAN - (x1 - x0) * by) / 2 - x0 * by
  const dz = (HIGH - (z1 - z0) * by) / 2 - z0 * by
  return ([x, z]: readonly [number, number]) => `${(x * by + dx).toFixed(1)} ${(z * by + dz).toFixed(1)}`
})
const outlines = (all: readonly (readonly (readonly [number, number])[])[]) =>
  all.map((outline) => `M${outline.map(scale.value).join('L')}Z`).join('')
const walls = computed(() => props.print!.place.walls.map(([a, b]) => `M${scale.value(a)}L${scale.value(b)}`).join(''))

const x = (t: number) => PLAN + GAP + (t / (props.print!.length || 1)) * SCORE
const row = computed(() => Math.min(7, (HIGH - 2) / Math.max(1, props.print!.lanes.length)))
const lanes = computed(() =>
  props.print!.lanes.map(({ spans, fired, held }, i) => {
    const y = 1 + i * row.value
    return {
      y,
      spans: spans.map(([from, to]) => ({ x: x(from), width: Math.max(0.6, x(to) - x(from)) })),
      fired: fired.map((t) => `M${x(t).toFixed(1)} ${y}v${row.value - 1}`).join(''),
      held: held.map((t) => `M${x(t).toFixed(1)} ${y}v${row.value - 1}`).join(''),
    }
  }),
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${PLAN + GAP + SCORE} ${HIGH}`"
    :width="PLAN + GAP + SCORE"
    :height="HIGH"
    class="flex-none rounded bg-ink-0"
    aria-hidden="true"
  >
    <template v-if="print">
      <path :d="outlines(print.place.floors)" fill="var(--color-ink-2)" stroke="var(--color-rule)" stroke-width="0.5" />
      <path :d="walls" fill="none" stroke="var(--color-bone-3)" stroke-width="0.8" />
      <path
        :d="outlines(print.place.zones)"
        fill="var(--color-bone)"
        fill-opacity="0.06"
        stroke="var(--color-zone)"
        stroke-width="0.5"
      />
      <rect :x="PLAN + GAP" y="0" :width="SCORE" :height="HIGH" fill="var(--color-ink-1)" />
      <g v-for="lane in lanes" :key="lane.y">
        <rect
          v-for="(span, i) in lane.spans"
          :key="i"
          :x="span.x"
          :y="lane.y + row * 0.15"
          :width="span.width"
          :height="row * 0.55"
          fill="var(--color-ink-3)"
        />
        <path :d="lane.held" stroke="var(--color-bone-3)" stroke-width="0.7" />
        <path :d="lane.fired" stroke="var(--color-lamp)" stroke-width="1.1" />
      </g>
    </template>
  </svg>
</template>
