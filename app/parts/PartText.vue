<script setup lang="ts">
import { writable } from '~~/core/show'

/** A text in place; `offers`: what it could be, as one types. */
const props = defineProps<{ name: string; value: string; empty?: string; long?: boolean; offers?: readonly string[] }>()
const emit = defineEmits<{ change: [value: string] }>()
const list = useId()
const text = ref<string>()
const input = ref<HTMLInputElement | HTMLTextAreaElement>()
async function begin() {
  text.value = props.value
  await nextTick()
  input.value?.focus()
  input.value?.select()
}
function end(keep: boolean) {
  if (text.value === undefined) return
  const value = writable(text.value).trim()
  text.value = undefined
  if (keep && value !== props.value && (value !== '' || props.empty !== undefined)) emit('change', value)
}
defineExpose({ begin })
</script>

<template>
  <textarea
    v-if="text !== undefined && long"
    ref="input"
    v-model="text"
    rows="3"
    class="field w-full"
    :aria-label="name"
    @keydown.esc.stop="end(false)"
    @blur="end(true)"
  />
  <input
    v-else-if="text !== undefined"
    ref="input"
    v-model="text"
    class="field w-56 max-w-full"
    maxlength="200"
    :list="offers?.length ? list : undefined"
    :aria-label="name"
    @keydown.enter.stop="end(true)"
    @keydown.esc.stop="end(false)"
    @blur="end(true)"
  />
  <button
    v-else
    class="part max-w-full overflow-hidden !whitespace-normal text-ellipsis"
    :class="{ '!text-bone-3': !value }"
    :aria-label="`${value || empty}, ${name}`"
    @click="begin"
  >
    {{ value || empty }}
  </button>
  <datalist v-if="text !== undefined && offers?.length" :id="list">
    <option v-for="offer in offers" :key="offer" :value="offer" />
  </datalist>
</template>
