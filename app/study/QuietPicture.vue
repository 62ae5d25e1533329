<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { QuietOver } from '~~/core/study'
import { plain, tick } from '~/words/time'

/** How long it has been quiet, over the run: the middle, half and 8 in 10 of the walkers, and what is wished for. */
const props = defineProps<{ quiet: QuietOver; end: number; wished: readonly [number, number] | undefined }>()
const root = ref<HTMLElement>()
const { width, height } = useElementSize(root)
const highest = computed(() =>
  Math.max(10, (props.wished?.[1] ?? 0) * 1.15, ...props.quiet.bands.map((band) => band[4] || 0)),
)
const x = (t: number) => (t / Math.max(1, props.end)) * width.value
const y = (seconds: number) => height.value - (seconds / highest.value) * (height.value - 4)
/** The outline between two of the bands, from one time's place to another's. */
function area(low: number, high: number): string {
  const { t, bands } = props.quiet
  const up = t.map((time, i) => `${x(time)},${y(bands[i]![high]!)}`)
  const down = t.map((time, i) => `${x(time)},${y(bands[i]![low]!)}`).reverse()
  return [...up, ...down].join(' ')
}
const middle = computed(() => props.quiet.t.map((time, i) => `${x(time)},${y(props.quiet.bands[i]![2]!)}`).join(' '))
/** Where more than 1 in 10 have waited for longer than is wished: hatched from there up. */
const tooLong = computed(() => {
  const most = props.wished?.[1]
  if (most === undefined) return []
  const { t, bands } = props.quiet
  const step = (t[1] ?? 1) - (t[0] ?? 0)
  return t.flatMap((time, i) => {
    const long = bands[i]![4]!
    return long > most ? [{ x: x(time), y: y(long), width: x(step) + 0.5, height: y(most) - y(long) }] : []
  })
})
const ticks = computed(() => {
  const every = [10, 15, 30, 60, 120, 300, 600].find((step) => x(step) > 56) ?? 1200
  return Array.from({ length: Math.floor(props.end / every) + 1 }, (_, i) => i * every)
})
const most = computed(() => Math.max(0, ...props.quiet.bands.map((band) => band[2] || 0)))
</script>

<template>
  <div
    ref="root"
    class="relative size-full"
    role="img"
    :aria-label="`How long it has been quiet over the run: for half of them up to ${plain(most, 0)} s`"
  >
    <svg :width="width" :height="height" class="absolute inset-0 overflow-visible" aria-hidden="true">
      <defs>
        <pattern id="too-long" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V5" stroke="var(--color-rust)" stroke-width="1.4" />
        </pattern>
      </defs>
      <rect
        v-if="wished"
        :y="y(wished[1])"
        :width="width"
        :height="y(wished[0]) - y(wished[1])"
        fill="var(--color-weed)"
        opacity="0.16"
      />
      <g v-for="time in ticks" :key="time">
        <path :d="`M${x(time)} 0V${height}`" stroke="var(--color-square)" />
        <text :x="x(time) + 4" y="11" class="fill-bone-3 font-mono text-[11px]">{{ tick(time) }}</text>
      </g>
      <polygon :points="area(0, 4)" fill="var(--color-bone)" opacity="0.14" />
      <polygon :points="area(1, 3)" fill="var(--color-bone)" opacity="0.22" />
      <rect
        v-for="(one, i) in tooLong"
        :key="i"
        :x="one.x"
        :y="one.y"
        :width="one.width"
        :height="one.height"
        fill="url(#too-long)"
        data-too-long
      />
      <polyline :points="middle" fill="none" stroke="var(--color-bone)" stroke-width="1.6" />
      <template v-if="wished">
        <text
          v-for="seconds in wished"
          :key="seconds"
          :x="width - 4"
          :y="y(seconds) - 3"
          text-anchor="end"
          class="fill-bone-3 font-mono text-[10.5px]"
        >
          {{ plain(seconds, 0) }} s
        </text>
      </template>
    </svg>
  </div>
</template>
