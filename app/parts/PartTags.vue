<script setup lang="ts">
import PartText from './PartText.vue'

/** Tags in place, as words between commas; each once. */
const props = withDefaults(defineProps<{ tags: readonly string[]; name?: string }>(), { name: 'Tags' })
const emit = defineEmits<{ change: [tags: string[]] }>()
const words = computed(() => props.tags.join(', '))
const tagsIn = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((word) => word.trim())
      .filter(Boolean),
  ),
]
</script>

<template>
  <PartText :name="name" :value="words" empty="none" @change="emit('change', tagsIn($event))" />
</template>
