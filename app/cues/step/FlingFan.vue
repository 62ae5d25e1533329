<script setup lang="ts">
import type { Cue, Editor, Step } from '~~/core/show'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { stepIn } from '~/words/step-kinds'
import { plain } from '~/words/time'
import { elementOf } from '~/frame/event-targets'
import { needed } from '~~/core/base'

/** Where a throw goes, from above and from the side: its spread is a fan whose middle and edge are dragged. */
const props = defineProps<{ cue: Cue; step: Extract<Step, { kind: 'fling' }> }>()
const doc = useShow()
const R = 44
const MIDDLE = 52
const label = computed(() => `Throw of ${stepIn(props.cue, props.step)}`)
const put = (field: 'yaw' | 'pitch' | 'spread', value: number) => (edit: Editor) =>
  edit.set(['cues', props.cue.id, 'steps', props.step.id, field], value)
const radians = (degrees: number) => (degrees * Math.PI) / 180
/** From above: a yaw of 0 goes up in the picture, as −Z does in the plan. */
const above = (yaw: number, far = R): [number, number] => [
  MIDDLE - far * Math.sin(radians(yaw)),
  MIDDLE - far * Math.cos(radians(yaw)),
]
const aside = (pitch: number): [number, number] => [R * Math.cos(radians(pitch)), MIDDLE - R * Math.sin(radians(pitch))]
const fan = computed(() => {
  const { yaw, spread } = props.step
  const wide = Math.min(179.9, spread)
  const [ax, az] = above(yaw + wide)
  const [bx, bz] = above(yaw - wide)
  return `M${MIDDLE} ${MIDDLE}L${ax} ${az}A${R} ${R} 0 ${wide > 90 ? 1 : 0} 1 ${bx} ${bz}Z`
})
const wrapped = (degrees: number) => ((((degrees + 180) % 360) + 360) % 360) - 180
const inFives = (degrees: number, event: PointerEvent) =>
  event.altKey ? Math.round(degrees) : Math.round(degrees / 5) * 5

function take(event: PointerEvent, field: 'yaw' | 'pitch' | 'spread') {
  const svg = needed(elementOf(event).closest('svg'), 'picture')
  const box = svg.getBoundingClientRect()
  const read = (e: PointerEvent): number => {
    const x = e.clientX - box.left
    const y = e.clientY - box.top
    if (field === 'pitch')
      return Math.min(90, Math.max(-90, inFives((Math.atan2(MIDDLE - y, Math.max(0, x)) * 180) / Math.PI, e)))
    const yaw = (Math.atan2(-(x - MIDDLE), -(y - MIDDLE)) * 180) / Math.PI
    if (field === 'yaw') return inFives(yaw, e)
    return Math.min(180, Math.abs(wrapped(inFives(yaw - props.step.yaw, e))))
  }
  const work = (e: PointerEvent) => put(field, read(e))
  followPointer(event, {
    move: (e, far) => far && doc.drag(work(e)),
    end: (e, far) => (far ? doc.drop(label.value, work(e)) : doc.letGo()),
    cancel: () => doc.letGo(),
  })
}
function nudge(event: KeyboardEvent, field: 'yaw' | 'pitch' | 'spread') {
  const by = { ArrowLeft: 5, ArrowRight: -5, ArrowUp: 5, ArrowDown: -5 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  event.stopPropagation()
  const next = props.step[field] + by
  const within =
    field === 'pitch' ? Math.min(90, Math.max(-90, next)) : field === 'spread' ? Math.min(180, Math.max(0, next)) : next
  doc.edit(label.value, put(field, within))
}
const handles = computed(() => {
  const { yaw, spread } = props.step
  return [
    { field: 'yaw' as const, at: above(yaw), value: yaw, says: 'Direction of the throw' },
    {
      field: 'spread' as const,
      at: above(yaw - Math.min(179, spread), R - 12),
      value: spread,
      says: 'Spread of the throw',
    },
  ]
})
</script>

<template>
  <div class="flex items-end gap-5 text-xs text-bone-3">
    <figure>
      <svg width="104" height="104" class="touch-none" role="group" aria-label="The throw from above">
        <circle :cx="MIDDLE" :cy="MIDDLE" :r="R" fill="none" stroke="var(--color-rule)" />
        <path :d="fan" fill="var(--color-tide)" fill-opacity="0.18" stroke="var(--color-tide)" />
        <line :x1="MIDDLE" :y1="MIDDLE" :x2="above(step.yaw)[0]" :y2="above(step.yaw)[1]" stroke="var(--color-bone)" />
        <circle
          v-for="handle in handles"
          :key="handle.field"
          :cx="handle.at[0]"
          :cy="handle.at[1]"
          r="5"
          class="cursor-pointer"
          fill="var(--color-ink-0)"
          :stroke="handle.field === 'yaw' ? 'var(--color-lamp)' : 'var(--color-tide)'"
          stroke-width="1.6"
          tabindex="0"
          role="slider"
          :aria-label="handle.says"
          :aria-valuenow="handle.value"
          :aria-valuetext="`${plain(handle.value)}°`"
          @pointerdown="take($event, handle.field)"
          @keydown="nudge($event, handle.field)"
        />
      </svg>
      <figcaption>from above</figcaption>
    </figure>
    <figure>
      <svg width="60" height="104" class="touch-none" role="group" aria-label="The throw from the side">
        <path :d="`M0 ${MIDDLE - R}A${R} ${R} 0 0 1 0 ${MIDDLE + R}`" fill="none" stroke="var(--color-rule)" />
        <line x1="0" :y1="MIDDLE" x2="52" :y2="MIDDLE" stroke="var(--color-rule)" stroke-dasharray="2 3" />
        <line x1="0" :y1="MIDDLE" :x2="aside(step.pitch)[0]" :y2="aside(step.pitch)[1]" stroke="var(--color-bone)" />
        <circle
          :cx="aside(step.pitch)[0]"
          :cy="aside(step.pitch)[1]"
          r="5"
          class="cursor-pointer"
          fill="var(--color-ink-0)"
          stroke="var(--color-lamp)"
          stroke-width="1.6"
          tabindex="0"
          role="slider"
          aria-label="Climb of the throw"
          :aria-valuenow="step.pitch"
          :aria-valuetext="`${plain(step.pitch)}°`"
          @pointerdown="take($event, 'pitch')"
          @keydown="nudge($event, 'pitch')"
        />
      </svg>
      <figcaption>from the side</figcaption>
    </figure>
  </div>
</template>
