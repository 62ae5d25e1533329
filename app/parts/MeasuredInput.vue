<script setup lang="ts">
import { inOwn, ownLength } from '~/words/lengths'
import { plain } from '~/words/time'
import { measured, unreadable } from '~/words/units'
import FieldProblem from './FieldProblem.vue'

/** A number that is typed before something is done with it, in any unit. What can't be read stays, with a word. */
const value = defineModel<number>({ required: true })
const props = defineProps<{ name: string; unit: string }>()
const bare = () => (props.unit === 'm' ? ownLength.value : props.unit)
const words = () => (props.unit === 'm' ? inOwn(value.value, 3) : plain(value.value, 3))
const text = ref(words())
const problem = ref('')
watch([value, ownLength], () => (text.value = words()))
function read() {
  const found = text.value.trim() ? measured(text.value, props.unit, bare()) : 0
  problem.value = found === undefined ? unreadable(text.value, props.unit) : ''
  if (found !== undefined) value.value = found
}
</script>

<template>
  <span class="relative inline-block">
    <input
      v-model="text"
      class="field w-18 font-mono text-[12px]"
      :aria-label="name"
      :aria-invalid="problem !== ''"
      @change="read"
    />
    {{ bare() }}
    <FieldProblem :problem="problem" />
  </span>
</template>
