<script setup lang="ts">
import { followPointer } from '~/frame/pointer-drag'
import { useView } from '~/frame/view'
import { wayOf, type Cut } from './section'

/** The line along which the section cuts, in the plan: dragged aside by itself, turned at its ends. */
const props = defineProps<{
  cut: Cut
  pixel: number
  box: { x: number; z: number; w: number; h: number }
  spotAt: (event: { clientX: number; clientY: number }) => [number, number]
}>()
const view = useView()
/** Its ends lie a little within what is seen. */
const ends = computed(() => {
  const [dx, dz] = wayOf(props.cut)
  const { x, z, w, h } = props.box
  const inset = 26 * props.pixel
  const reach = (low: number, high: number, at: number, d: number): [number, number] =>
    Math.abs(d) < 1e-6
      ? [-Infinity, Infinity]
      : d > 0
        ? [(low - at) / d, (high - at) / d]
        : [(high - at) / d, (low - at) / d]
  const [a0, a1] = reach(x + inset, x + w - inset, props.cut.x, dx)
  const [b0, b1] = reach(z + inset, z + h - inset, props.cut.z, dz)
  const [from, to] = [Math.max(a0, b0), Math.min(a1, b1)]
  return {
    from: [props.cut.x + dx * from, props.cut.z + dz * from],
    to: [props.cut.x + dx * to, props.cut.z + dz * to],
    seen: to > from,
  }
})
function slide(event: PointerEvent) {
  event.stopPropagation()
  const from = { ...props.cut }
  const [x0, z0] = props.spotAt(event)
  followPointer(event, {
    move: (e) => {
      const [x, z] = props.spotAt(e)
      view.cut = { ...from, x: from.x + x - x0, z: from.z + z - z0 }
    },
    end: () => {},
    cancel: () => (view.cut = from),
  })
}
/** Turned about its other end. */
function turn(end: 'from' | 'to', event: PointerEvent) {
  event.stopPropagation()
  const before = { ...props.cut }
  const [px, pz] = end === 'from' ? ends.value.to : ends.value.from
  followPointer(event, {
    move: (e) => {
      const [x, z] = props.spotAt(e)
      const sign = end === 'from' ? -1 : 1
      const yaw = (Math.atan2(-sign * (z - pz!), sign * (x - px!)) * 180) / Math.PI
      const step = e.altKey ? 1 : 5
      view.cut = { x: px!, z: pz!, yaw: Math.round(yaw / step) * step + 0 }
    },
    end: () => {},
    cancel: () => (view.cut = before),
  })
}
</script>

<template>
  <g v-if="ends.seen" data-cut>
    <line
      :x1="ends.from[0]"
      :y1="ends.from[1]"
      :x2="ends.to[0]"
      :y2="ends.to[1]"
      stroke="var(--color-tide)"
      :stroke-width="1.3 * pixel"
      :stroke-dasharray="`${9 * pixel} ${4 * pixel} ${2 * pixel} ${4 * pixel}`"
      class="pointer-events-none"
    />
    <line
      :x1="ends.from[0]"
      :y1="ends.from[1]"
      :x2="ends.to[0]"
      :y2="ends.to[1]"
      stroke="transparent"
      :stroke-width="9 * pixel"
      class="cursor-move"
      @pointerdown="slide"
      ><title>Where the section cuts: drag it aside</title></line
    >
    <g
      v-for="end in ['from', 'to'] as const"
      :key="end"
      :transform="`translate(${ends[end][0]} ${ends[end][1]}) scale(${pixel})`"
      class="cursor-grab"
      :data-cut-end="end"
      @pointerdown="turn(end, $event)"
    >
      <circle r="11" fill="transparent" />
      <path d="M-5 5L0-5L5 5Z" fill="var(--color-tide)"><title>Turn the section</title></path>
    </g>
  </g>
</template>
