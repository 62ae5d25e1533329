<script setup lang="ts">
import type { Editor } from '~~/core/show'
import { inOwn, length, ownLength } from '~/words/lengths'
import { measured, unreadable } from '~/words/units'
import { plain } from '~/words/time'
import { followPointer } from '~/frame/pointer-drag'
import { useShow } from '~/document/show'
import NumberField from './NumberField.vue'

/** A number in place: click and type (sums too, in units of one's own), drag it sideways, or nudge it. `put` makes the change in the show, which is called `label`. */
const props = withDefaults(
  defineProps<{
    name: string
    value: number
    label: string
    put: (edit: Editor, value: number) => void
    unit?: string
    min?: number
    max?: number
    step?: number
    digits?: number
  }>(),
  { unit: '', min: -1e6, max: 1e6, step: 0.1, digits: 3 },
)
const doc = useShow()
const text = ref<string>()
/** What is said of what was typed and can't be read: it stays there. */
const problem = ref('')
const button = ref<HTMLButtonElement>()
const isLength = computed(() => props.unit === 'm')
const words = computed(() =>
  isLength.value
    ? length(props.value, props.digits)
    : `${plain(props.value, props.digits)}${props.unit ? ` ${props.unit}` : ''}`,
)
const within = (value: number) => Math.round(Math.min(props.max, Math.max(props.min, value)) * 1e6) / 1e6

const change = (value: number) => doc.edit(props.label, (e) => props.put(e, value))

function begin() {
  text.value = isLength.value ? inOwn(props.value, 6) : plain(props.value, 6)
}
/** What was typed holds, or not. The focus stays with the number, unless it has gone elsewhere by itself. */
async function end(keep: boolean, stays: boolean) {
  if (text.value === undefined) return
  const value = measured(text.value, props.unit, isLength.value ? ownLength.value : props.unit)
  problem.value = keep && value === undefined && text.value.trim() ? unreadable(text.value, props.unit) : ''
  if (problem.value) return
  text.value = undefined
  if (keep && value !== undefined && within(value) !== props.value) change(within(value))
  if (!stays) return
  await nextTick()
  button.value?.focus()
}
function press(event: PointerEvent) {
  const from = props.value
  const to = (e: PointerEvent) => within(from + Math.round((e.clientX - event.clientX) / 4) * props.step)
  followPointer(event, {
    move: (e, far) => far && doc.drag((edit) => props.put(edit, to(e))),
    end: (e, far) => (far ? doc.drop(props.label, (edit) => props.put(edit, to(e))) : void begin()),
    cancel: () => doc.letGo(),
  })
}
function nudge(event: KeyboardEvent) {
  const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
  if (by === 0) return
  event.preventDefault()
  event.stopPropagation()
  change(within(props.value + by * props.step * (event.shiftKey ? 10 : 1)))
}
</script>

<template>
  <NumberField
    v-if="text !== undefined"
    v-model="text"
    :name="name"
    :problem="problem"
    @typed="problem = ''"
    @end="end"
  />
  <button
    v-else
    ref="button"
    class="part cursor-ew-resize touch-none"
    :aria-label="`${words}, ${name}`"
    @pointerdown="press"
    @keydown.enter.prevent="begin"
    @keydown.space.prevent.stop="begin"
    @keydown="nudge"
  >
    {{ words }}
  </button>
</template>
