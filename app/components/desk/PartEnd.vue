<script setup lang="ts">
/** A comma, or a full stop, joined to the part before it: no line begins with one. */
defineProps<{ stop?: boolean }>()
</script>

<template>
  <span>{{ stop ? '\u2060. ' : '\u2060, ' }}</span>
</template>
