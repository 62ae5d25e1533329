<script setup lang="ts">
/** Asks for something of the place, which is clicked in the plan next. */
defineProps<{ name: string }>()
</script>

<template>
  <button
    class="ml-1 align-[-1px] text-bone-3 hover:text-lamp"
    :aria-label="`Pick it in the plan, ${name}`"
    title="Pick it in the plan"
  >
    <svg width="13" height="13" viewBox="0 0 13 13" fill="none" stroke="currentColor" stroke-width="1.3">
      <path d="M2 11L8 5M8 5l-4.2.3M8 5l-.3 4.2M9.5 2.2h1.8v1.8" />
    </svg>
  </button>
</template>
