<script setup lang="ts">
import type { Spot } from '~~/core/show'
import { picking } from '~/frame/picking'
import { followPointer } from '~/frame/pointer-drag'
import type { LentMoment } from '~/run/lent-moment'
import { round } from './forms/geometry'

/** Whoever listens to a cue where it plays: dragged to another place, and turned by the hold ahead of them. */
const props = defineProps<{
  moment: LentMoment
  pixel: number
  spotAt: (event: { clientX: number; clientY: number }) => Spot
}>()
const AHEAD = 34
const STEP = 0.25
const DEGREES = 5
const listener = computed(() => props.moment.listener)
const ahead = computed((): Spot => {
  const turn = (listener.value.yaw * Math.PI) / 180
  return [-AHEAD * Math.sin(turn), -AHEAD * Math.cos(turn)]
})
function take(event: PointerEvent) {
  event.stopPropagation()
  const [x0, z0] = props.spotAt(event)
  const [x, z] = listener.value.at
  const to = (e: PointerEvent) => {
    const [x1, z1] = props.spotAt(e)
    props.moment.move([round(x + x1 - x0), round(z + z1 - z0)])
  }
  followPointer(event, { move: (e, far) => far && to(e), end: (e, far) => far && to(e) })
}
function takeTurn(event: PointerEvent) {
  event.stopPropagation()
  const to = (e: PointerEvent) => {
    const [x, z] = props.spotAt(e)
    const [ax, az] = listener.value.at
    props.moment.turn(Math.round((Math.atan2(ax - x, az - z) * 180) / Math.PI / DEGREES) * DEGREES + 0)
  }
  followPointer(event, { move: to, end: to })
}
function nudge(event: KeyboardEvent) {
  const { at, yaw } = listener.value
  const moves: { [key: string]: Spot } = {
    ArrowLeft: [-STEP, 0],
    ArrowRight: [STEP, 0],
    ArrowUp: [0, -STEP],
    ArrowDown: [0, STEP],
  }
  const by = moves[event.key]
  const turns: { [key: string]: number } = { '[': DEGREES, ']': -DEGREES }
  if (by) props.moment.move([round(at[0] + by[0]), round(at[1] + by[1])])
  else if (turns[event.key]) props.moment.turn(yaw + turns[event.key]!)
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <g
    :transform="`translate(${listener.at[0]} ${listener.at[1]}) scale(${pixel})`"
    :class="picking ? 'pointer-events-none' : ''"
    data-listener
  >
    <g
      class="cursor-move touch-none"
      tabindex="0"
      role="button"
      aria-label="Whoever listens: arrows move them, [ and ] turn them"
      @pointerdown="take"
      @keydown="nudge"
    >
      <title>Whoever listens</title>
      <circle r="12" fill="transparent" stroke="var(--color-lamp)" stroke-dasharray="3 3" />
    </g>
    <circle
      :cx="ahead[0]"
      :cy="ahead[1]"
      r="5"
      class="cursor-pointer touch-none"
      fill="var(--color-ink-0)"
      stroke="var(--color-lamp)"
      stroke-width="1.6"
      @pointerdown="takeTurn"
    >
      <title>Turn</title>
    </circle>
  </g>
</template>
