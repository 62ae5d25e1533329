<script setup lang="ts">
/** A comma, or a full stop, close to the part before it. */
defineProps<{ stop?: boolean }>()
</script>

<template>
  <span>{{ stop ? '. ' : ', ' }}</span>
</template>
