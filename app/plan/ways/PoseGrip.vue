<script setup lang="ts">
import type { Editor, Point } from '~~/core/show'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { inOwn, length, ownLength } from '~/words/lengths'
import { plain } from '~/words/time'
import { measured, unreadable } from '~/words/units'
import type { Pose } from './poses'

/** A pose to take hold of, with its number beside it: dragged, or typed after a click. `pointAt` gives where a pointer pulls it. */
const props = defineProps<{
  pose: Pose
  x: number
  y: number
  pixel: number
  of: string
  pointAt: (event: PointerEvent) => Point
}>()
const doc = useShow()
const isLength = computed(() => props.pose.unit === 'm')
const words = computed(() => (isLength.value ? length(props.pose.value) : `${plain(props.pose.value, 1)}°`))
const label = computed(() => `${props.pose.says}: ${props.of}`)
const text = ref<string>()
const problem = ref('')
const input = useTemplateRef<HTMLInputElement>('input')
async function begin() {
  text.value = isLength.value ? inOwn(props.pose.value, 3) : plain(props.pose.value, 1)
  await nextTick()
  input.value?.focus()
  input.value?.select()
}
function end(keep: boolean) {
  if (text.value === undefined) return
  const { unit } = props.pose
  const value = measured(text.value, unit, isLength.value ? ownLength.value : unit)
  problem.value = keep && value === undefined && text.value.trim() ? unreadable(text.value, unit) : ''
  if (problem.value) return
  text.value = undefined
  if (keep && value !== undefined) doc.edit(label.value, (edit) => props.pose.put(edit, value))
}
function press(event: PointerEvent) {
  if (event.button !== 0) return
  event.stopPropagation()
  // As it was when it was taken: what is dragged is pulled from there.
  const { pose } = props
  const work = (e: PointerEvent) => (edit: Editor) => pose.pull(edit, props.pointAt(e), e.altKey)
  followPointer(event, {
    move: (e, far) => far && doc.drag(work(e)),
    end: (e, far) => (far ? doc.drop(label.value, work(e)) : void begin()),
    cancel: () => doc.letGo(),
  })
}
</script>

<template>
  <g :transform="`translate(${x} ${y}) scale(${pixel})`" class="cursor-move" :data-pose="pose.key" @pointerdown="press">
    <title>{{ pose.says }}: drag it, or click to type. Alt suspends snapping</title>
    <circle r="11" fill="transparent" />
    <circle r="4.5" fill="var(--color-ink-0)" stroke="var(--color-lamp)" stroke-width="1.8" />
    <circle r="1.4" fill="var(--color-lamp)" />
    <text
      v-if="text === undefined"
      x="9"
      y="-8"
      font-size="11"
      fill="var(--color-lamp)"
      paint-order="stroke"
      stroke="var(--color-ink-0)"
      stroke-width="3"
      class="font-mono select-none"
      >{{ words }}</text
    >
    <foreignObject v-else x="10" y="-14" width="240" height="60" class="pointer-events-none">
      <input
        ref="input"
        v-model="text"
        class="field pointer-events-auto w-20 !py-0.5 font-mono text-[12px]"
        :aria-label="pose.says"
        :aria-invalid="problem !== ''"
        @pointerdown.stop
        @click.stop
        @input="problem = ''"
        @keydown.enter.stop.prevent="end(true)"
        @keydown.esc.stop="end(false)"
        @blur="end(true)"
      />
      <p v-if="problem" role="alert" class="w-max rounded bg-ink-2 px-1.5 text-xs text-rust">{{ problem }}</p>
    </foreignObject>
  </g>
</template>
