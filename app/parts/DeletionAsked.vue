<script setup lang="ts">
import PartChoice from './PartChoice.vue'

/** Asks before something is deleted that others use, and offers what to put in its place. What goes with it is said in the slot. */
defineProps<{ others: readonly { value: string; words: string }[]; does?: string }>()
const emit = defineEmits<{ remove: []; replace: [by: string]; leave: [] }>()
const NONE = ''
</script>

<template>
  <p role="alert" class="rounded-md border border-rust px-2 py-1 text-xs leading-relaxed text-bone">
    <slot />
    <button class="part" @click="emit('remove')">{{ does ?? 'Delete it all the same' }}</button>
    <template v-if="others.length > 0"
      >, or
      <PartChoice
        name="Put in its place"
        :value="NONE"
        :options="[{ value: NONE, words: 'put another in its place …' }, ...others]"
        @choose="$event && emit('replace', $event)"
    /></template>
    ·
    <button class="part" @click="emit('leave')">Leave it</button>
  </p>
</template>
