<script setup lang="ts">
import type { Sense } from '~/words/step-kinds'

/** One of our own glyphs for each sense. */
defineProps<{ sense: Sense }>()
const names: { [sense in Sense]: string } = {
  hear: 'heard',
  light: 'light',
  picture: 'picture',
  hands: 'hands',
  world: 'world',
  signals: 'signals and flags',
}
</script>

<template>
  <svg width="12" height="12" viewBox="0 0 12 12" fill="none" class="flex-none" role="img" :aria-label="names[sense]">
    <template v-if="sense === 'hear'">
      <path d="M6 1.5a4.5 4.5 0 0 1 0 9M6 4a2 2 0 0 1 0 4" stroke="var(--color-lamp)" stroke-width="1.3" />
      <circle cx="3" cy="6" r="1.5" fill="var(--color-lamp)" />
    </template>
    <path
      v-else-if="sense === 'light'"
      d="M6 1c2.5 3 2.5 4.5 2.5 6a2.5 2.5 0 0 1-5 0c0-1.5 1-2 2.5-6z"
      stroke="var(--color-bone)"
      stroke-width="1.2"
    />
    <template v-else-if="sense === 'picture'">
      <rect x="1.5" y="2.5" width="9" height="7" stroke="var(--color-bone)" stroke-width="1.2" />
      <path d="M4.5 2.5v7" stroke="var(--color-bone)" />
    </template>
    <path
      v-else-if="sense === 'hands'"
      d="M2 10V5m2.7 5V3m2.7 7V3m2.6 7V5"
      stroke="var(--color-mauve)"
      stroke-width="1.5"
    />
    <path v-else-if="sense === 'world'" d="M2 9l2-6 5 1 1 5z" stroke="var(--color-bone-2)" stroke-width="1.2" />
    <path v-else d="M2 8c5-7 5 3 8-4" stroke="var(--color-tide)" stroke-width="1.3" />
  </svg>
</template>
