<script setup lang="ts">
import type { Spot } from '~~/core/show'

/** Where the players of a file went that is being brought in. */
defineProps<{ tracks: readonly Spot[][]; pixel: number }>()
const points = (spots: readonly Spot[]) => spots.map(([x, z]) => `${x},${z}`).join(' ')
</script>

<template>
  <g class="pointer-events-none" data-tracks fill="none" stroke="var(--color-tide)" stroke-opacity="0.7">
    <polyline v-for="(spots, i) in tracks" :key="i" :points="points(spots)" :stroke-width="1.4 * pixel" />
    <circle
      v-for="(spots, i) in tracks"
      :key="`c${i}`"
      :cx="spots[0]?.[0]"
      :cy="spots[0]?.[1]"
      :r="3 * pixel"
      fill="var(--color-tide)"
      stroke="none"
    />
  </g>
</template>
