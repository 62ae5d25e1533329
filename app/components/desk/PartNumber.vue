<script setup lang="ts">
import { calculated } from '~/format/arithmetic'
import { plain } from '~/format/time'
import { followPointer } from '~/composables/usePointerDrag'

/** A number in place: click and type (sums too), or drag it sideways. */
const props = withDefaults(
  defineProps<{
    name: string
    value: number
    unit?: string
    min?: number
    max?: number
    step?: number
    digits?: number
  }>(),
  { unit: '', min: -1e6, max: 1e6, step: 0.1, digits: 3 },
)
const emit = defineEmits<{ change: [value: number]; drag: [value: number]; drop: [value: number]; cancel: [] }>()
const text = ref<string>()
const input = ref<HTMLInputElement>()
const words = computed(() => `${plain(props.value, props.digits)}${props.unit ? ` ${props.unit}` : ''}`)
const within = (value: number) => Math.round(Math.min(props.max, Math.max(props.min, value)) * 1e6) / 1e6

async function begin() {
  text.value = plain(props.value, 6)
  await nextTick()
  input.value?.select()
}
function end(keep: boolean) {
  if (text.value === undefined) return
  const value = calculated(text.value)
  text.value = undefined
  if (keep && value !== undefined && within(value) !== props.value) emit('change', within(value))
}
function press(event: PointerEvent) {
  const from = props.value
  const to = (e: PointerEvent) => within(from + Math.round((e.clientX - event.clientX) / 4) * props.step)
  followPointer(event, {
    move: (e, far) => far && emit('drag', to(e)),
    end: (e, far) => (far ? emit('drop', to(e)) : void begin()),
    cancel: () => emit('cancel'),
  })
}
function nudge(event: KeyboardEvent) {
  const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
  if (by === 0) return
  event.preventDefault()
  event.stopPropagation()
  emit('change', within(props.value + by * props.step * (event.shiftKey ? 10 : 1)))
}
</script>

<template>
  <input
    v-if="text !== undefined"
    ref="input"
    v-model="text"
    class="field w-20 font-mono text-[12px]"
    :aria-label="name"
    @keydown.enter.stop="end(true)"
    @keydown.esc.stop="end(false)"
    @blur="end(true)"
  />
  <button
    v-else
    class="part cursor-ew-resize touch-none"
    :aria-label="`${name}: ${words}`"
    @pointerdown="press"
    @keydown.enter.prevent="begin"
    @keydown="nudge"
  >
    {{ words }}
  </button>
</template>
