<script setup lang="ts">
import PartMenu from './PartMenu.vue'
import type { Ease } from '~~/core/show'

/** How a change goes over its time, chosen by its picture. */
defineProps<{ name: string; value: Ease }>()
const emit = defineEmits<{ choose: [ease: Ease] }>()
const EASES: { value: Ease; words: string; path: string }[] = [
  { value: 'linear', words: 'evenly', path: 'M1 13L25 1' },
  { value: 'in', words: 'slowly at first', path: 'M1 13Q13 13 25 1' },
  { value: 'out', words: 'slowly at last', path: 'M1 13Q13 1 25 1' },
  { value: 'inout', words: 'slowly at both ends', path: 'M1 13C12 13 14 1 25 1' },
]
const entry = (ease: Ease) => EASES.find(({ value }) => value === ease)!
</script>

<template>
  <PartMenu :name="name" :words="entry(value).words" :value="value" :options="EASES" @choose="emit('choose', $event)">
    <svg width="26" height="14" viewBox="0 0 26 14" fill="none" stroke="currentColor" stroke-width="1.6">
      <path :d="entry(value).path" />
    </svg>
    <template #option="{ value: ease }">
      <svg width="26" height="14" viewBox="0 0 26 14" fill="none" stroke="currentColor" stroke-width="1.6">
        <path :d="entry(ease).path" />
      </svg>
    </template>
  </PartMenu>
</template>
