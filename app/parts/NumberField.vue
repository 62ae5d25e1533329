<script setup lang="ts">
import FieldProblem from './FieldProblem.vue'

/** Where a number is typed: `end` says whether what was typed is to hold, and whether the focus stays. What is wrong with it stands below. */
const text = defineModel<string>({ required: true })
defineProps<{ name: string; problem: string; placeholder?: string }>()
const emit = defineEmits<{ end: [keep: boolean, stays: boolean]; typed: [] }>()
const input = useTemplateRef<HTMLInputElement>('input')
onMounted(() => input.value?.select())
</script>

<template>
  <span class="relative inline-block">
    <input
      ref="input"
      v-model="text"
      class="field font-mono text-[12px]"
      :class="placeholder ? 'w-24' : 'w-20'"
      :placeholder="placeholder"
      :aria-label="name"
      :aria-invalid="problem !== ''"
      @input="emit('typed')"
      @keydown.enter.stop.prevent="emit('end', true, true)"
      @keydown.esc.stop="emit('end', false, true)"
      @blur="emit('end', true, false)"
    />
    <FieldProblem :problem="problem" />
  </span>
</template>
