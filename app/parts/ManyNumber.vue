<script setup lang="ts">
import type { Editor } from '~~/core/show'
import { useShow } from '~/document/show'
import NumberField from './NumberField.vue'
import { changeOf } from '~/words/changes'
import { inOwn, length, ownLength } from '~/words/lengths'
import { plain } from '~/words/time'
import { unreadable } from '~/words/units'

/** The same number of several things: one is typed for all of them, or how each changes: “+3”, “× 1.2”. `put` changes the one at an index. */
const props = withDefaults(
  defineProps<{
    name: string
    values: readonly number[]
    label: string
    put: (edit: Editor, index: number, value: number) => void
    unit?: string
    min?: number
    max?: number
    /** What is said where all are nought. */
    none?: string
  }>(),
  { unit: '', min: -1e6, max: 1e6, none: undefined },
)
const doc = useShow()
const text = ref<string>()
const problem = ref('')
const button = ref<HTMLButtonElement>()
const isLength = computed(() => props.unit === 'm')
const alike = computed(() => props.values.every((value) => value === props.values[0]))
const words = computed(() => {
  const [first = 0] = props.values
  if (!alike.value) return 'different'
  if (first === 0 && props.none !== undefined) return props.none
  return isLength.value ? length(first) : `${plain(first, 3)}${props.unit ? ` ${props.unit}` : ''}`
})
function begin() {
  const [first = 0] = props.values
  text.value = alike.value ? (isLength.value ? inOwn(first, 6) : plain(first, 6)) : ''
}
async function end(keep: boolean, stays: boolean) {
  if (text.value === undefined) return
  const change = changeOf(text.value, props.unit, isLength.value ? ownLength.value : props.unit)
  problem.value = keep && !change && text.value.trim() ? unreadable(text.value, props.unit) : ''
  if (problem.value) return
  text.value = undefined
  if (keep && change) {
    const now = props.values.map((value) => within(change(value)))
    if (now.some((value, i) => value !== props.values[i]))
      doc.edit(props.label, (edit) => now.forEach((value, i) => props.put(edit, i, value)))
  }
  if (!stays) return
  await nextTick()
  button.value?.focus()
}
const within = (value: number) => Math.round(Math.min(props.max, Math.max(props.min, value)) * 1e6) / 1e6
</script>

<template>
  <NumberField
    v-if="text !== undefined"
    v-model="text"
    :name="name"
    :problem="problem"
    placeholder="5, +3, × 1.2"
    @typed="problem = ''"
    @end="end"
  />
  <button
    v-else
    ref="button"
    class="part"
    :class="{ 'text-bone-3': !alike }"
    title="One for all, or a change of each: +3, × 1.2"
    :aria-label="`${words}, ${name}`"
    @click="begin"
  >
    {{ words }}
  </button>
</template>
