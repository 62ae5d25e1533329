<script setup lang="ts">
import type { CueTally } from '~~/core/study'

/** When a cue fires first, as a hill on the clock: 8 in 10 of those who meet it lie on the line below. */
const props = defineProps<{
  tally: CueTally
  end: number
  width: number
  height: number
  /** When it fired first in the study that this one is compared with, at the shares of `BANDS` (s). */
  was?: readonly (number | null)[]
}>()
const earlier = computed(() => {
  const [low, , middle, , high] = props.was ?? []
  return typeof low === 'number' && typeof middle === 'number' && typeof high === 'number'
    ? `M${x(low)} ${props.height - 0.5}H${x(high)}M${x(middle)} 3V${props.height}`
    : ''
})
const x = (t: number) => (t / Math.max(1, props.end)) * props.width
/** It is counted in places so wide, each spread to its neighbours (px). */
const WIDE = 4
const hill = computed(() => {
  const { firsts } = props.tally
  const places = Math.max(1, Math.ceil(props.width / WIDE))
  const counts = new Float64Array(places + 2)
  for (const t of firsts) counts[1 + Math.min(places - 1, Math.floor(x(t) / WIDE))]!++
  const soft = counts.map((n, i) => (counts[i - 1] ?? 0) / 4 + n / 2 + (counts[i + 1] ?? 0) / 4)
  const top = Math.max(1e-9, ...soft)
  const points = [...soft].flatMap((n, i) =>
    n > 0 || (soft[i - 1] ?? 0) > 0 || (soft[i + 1] ?? 0) > 0
      ? [`${(i - 0.5) * WIDE},${props.height - 3 - (n / top) * (props.height - 6)}`]
      : [],
  )
  const [start, last] = [points[0]?.split(',')[0] ?? 0, points.at(-1)?.split(',')[0] ?? 0]
  return `${start},${props.height - 3} ${points.join(' ')} ${last},${props.height - 3}`
})
</script>

<template>
  <svg :width="width" :height="height" class="block overflow-visible" aria-hidden="true">
    <path
      v-if="earlier"
      :d="earlier"
      stroke="var(--color-bone-2)"
      stroke-width="1.2"
      stroke-dasharray="2 2"
      fill="none"
    />
    <template v-if="tally.firsts.length > 0">
      <polygon :points="hill" fill="var(--color-lamp)" opacity="0.45" />
      <path
        :d="`M${x(tally.first[0]!)} ${height - 2.5}H${x(tally.first[4]!)}`"
        stroke="var(--color-lamp)"
        stroke-width="1.5"
      />
      <path :d="`M${x(tally.first[2]!)} 3V${height - 2}`" stroke="var(--color-lamp)" stroke-width="1.5" />
    </template>
  </svg>
</template>
