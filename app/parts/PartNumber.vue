<script setup lang="ts">
import type { Editor } from '~~/core/show'
import { calculated } from '~/words/arithmetic'
import { plain } from '~/words/time'
import { followPointer } from '~/frame/pointer-drag'
import { useShow } from '~/document/show'

/** A number in place: click and type (sums too), drag it sideways, or nudge it. `put` makes the change in the show, which is called `label`. */
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
const input = ref<HTMLInputElement>()
const button = ref<HTMLButtonElement>()
const words = computed(() => `${plain(props.value, props.digits)}${props.unit ? ` ${props.unit}` : ''}`)
const within = (value: number) => Math.round(Math.min(props.max, Math.max(props.min, value)) * 1e6) / 1e6

const change = (value: number) => doc.edit(props.label, (e) => props.put(e, value))

async function begin() {
  text.value = plain(props.value, 6)
  await nextTick()
  input.value?.select()
}
/** What was typed holds, or not. The focus stays with the number, unless it has gone elsewhere by itself. */
async function end(keep: boolean, stays = true) {
  if (text.value === undefined) return
  const value = calculated(text.value)
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
  <input
    v-if="text !== undefined"
    ref="input"
    v-model="text"
    class="field w-20 font-mono text-[12px]"
    :aria-label="name"
    @keydown.enter.stop="end(true)"
    @keydown.esc.stop="end(false)"
    @blur="end(true, false)"
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
