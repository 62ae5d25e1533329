<script setup lang="ts">
/** What is wrong with what was typed, below the field it stays in. */
defineProps<{ problem: string }>()
</script>

<template>
  <span
    v-if="problem"
    role="alert"
    class="absolute top-full left-0 z-30 mt-0.5 rounded bg-ink-2 px-1.5 py-0.5 text-xs whitespace-nowrap text-rust"
    >{{ problem }}</span
  >
</template>
