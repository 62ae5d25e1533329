<script setup lang="ts">
import type { Column, Row } from './table'
import { inputOf } from '~/frame/event-targets'

/** A cell that is typed into. What can't be read stays, with a word. `put` gives what is wrong with a text. */
const props = defineProps<{
  row: Row
  column: Column
  value: string
  list?: string
  put: (text: string) => string | undefined
}>()
const emit = defineEmits<{ go: [by: number] }>()
const words = () => (props.column.unit === undefined ? props.value : props.value.replace('-', '−'))
const text = ref(words())
const problem = ref('')
watch(
  () => props.value,
  () => {
    text.value = words()
    problem.value = ''
  },
)
function end() {
  if (text.value === words()) problem.value = ''
  else problem.value = props.put(text.value) ?? ''
  // What was typed may be what was there already, otherwise written.
  if (!problem.value) text.value = words()
}
function leave() {
  text.value = words()
  problem.value = ''
}
function go(by: number) {
  end()
  emit('go', by)
}
</script>

<template>
  <div class="relative">
    <input
      v-model="text"
      class="w-full rounded-sm bg-transparent px-1.5 py-1 outline-none focus:bg-ink-3"
      :class="[column.unit === undefined ? '' : 'text-right font-mono text-[12px]', problem ? 'text-rust' : '']"
      :aria-label="`${column.name}, ${row.zone.name}`"
      :aria-invalid="!!problem"
      :list="list"
      autocomplete="off"
      @focus="inputOf($event).select()"
      @change="end"
      @keydown.enter.prevent="go(1)"
      @keydown.down.prevent="go(1)"
      @keydown.up.prevent="go(-1)"
      @keydown.esc.stop="leave"
    />
    <p
      v-if="problem"
      role="alert"
      class="absolute top-full left-0 z-10 w-max max-w-72 rounded border border-rust bg-ink-2 px-2 py-1 text-xs text-rust"
    >
      {{ problem }}
    </p>
  </div>
</template>
