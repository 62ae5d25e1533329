<script setup lang="ts">
import { length as lengthOf } from '~/words/lengths'
import { steady } from '~/document/steady'
import { useShow } from '~/document/show'
import { usePassing } from './passing'

/** The way past the chosen zone, if there is one: dashed, with somebody in the gap and how wide it is. */
const props = defineProps<{ zone: string; pixel: number }>()
const doc = useShow()
const store = usePassing()
const way = computed(() => (store.passing?.zone === props.zone ? store.passing.way : undefined))
/** Its words stand on the side away from the zone. */
const words = steady(() => {
  if (!way.value) return { x: 0, z: 0, side: 'start' }
  const { at, across } = way.value
  const [dx, dz] = [across[0] - at[0], across[1] - at[1]]
  const long = Math.hypot(dx, dz) || 1
  const off = 16 * props.pixel + body.value
  return {
    x: at[0] + (dx / long) * off,
    z: at[1] + (dz / long) * off + 4 * props.pixel,
    side: Math.abs(dx) < long / 3 ? 'middle' : dx > 0 ? 'start' : 'end',
  }
})
const body = computed(() => store.passing?.walker.radius ?? doc.now.player.radius)
</script>

<template>
  <g v-if="way" class="pointer-events-none" data-way-around>
    <polyline
      :points="way.spots.map((spot) => spot.join(',')).join(' ')"
      fill="none"
      stroke="var(--color-rust)"
      :stroke-width="1.6 * pixel"
      :stroke-dasharray="`${5 * pixel} ${4 * pixel}`"
    />
    <circle
      :cx="way.at[0]"
      :cy="way.at[1]"
      :r="body"
      fill="var(--color-ink-0)"
      stroke="var(--color-rust)"
      :stroke-width="1.4 * pixel"
    />
    <text
      data-over-plan="words"
      :x="words.x"
      :y="words.z"
      :text-anchor="words.side"
      :font-size="11 * pixel"
      fill="var(--color-rust)"
      paint-order="stroke"
      stroke="var(--color-ink-0)"
      :stroke-width="3 * pixel"
      >Way around, {{ lengthOf(way.width, 2) }} wide</text
    >
  </g>
</template>
