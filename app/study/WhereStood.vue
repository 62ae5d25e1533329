<script setup lang="ts">
import { radians } from '~~/core/base'
import type { Floor } from '~~/core/show'
import { STOOD, type Outcome } from '~~/core/study'

/** Where walkers stood as a cue fired first for them, over the floors, each with a stroke the way they faced; a press shows the nearest one. */
const props = defineProps<{ floors: readonly Floor[]; outcomes: readonly Outcome[]; cue: number }>()
const emit = defineEmits<{ show: [walker: number, t: number] }>()
/** So much of the place is seen about them (m), and no less than this in all. */
const MARGIN = 2
const LEAST = 6
/** How long the stroke is (m). */
const FACES = 0.5

const stood = computed(() =>
  props.outcomes.flatMap(({ walker, first, stood }) => {
    const [x, , z, yaw] = stood.subarray(props.cue * STOOD, (props.cue + 1) * STOOD)
    return x === undefined || Number.isNaN(x) ? [] : [{ walker, t: first[props.cue]!, x, z: z!, yaw: yaw! }]
  }),
)
/** What is seen: the middle of them and half of what is seen either way (m). */
const sight = computed(() => {
  let [x0, x1, z0, z1] = [Infinity, -Infinity, Infinity, -Infinity]
  for (const { x, z } of stood.value) {
    x0 = Math.min(x0, x)
    x1 = Math.max(x1, x)
    z0 = Math.min(z0, z)
    z1 = Math.max(z1, z)
  }
  const half = Math.max(LEAST, x1 - x0 + 2 * MARGIN, z1 - z0 + 2 * MARGIN) / 2
  return { x: (x0 + x1) / 2, z: (z0 + z1) / 2, half }
})
const viewBox = computed(() => {
  const { x, z, half } = sight.value
  return [x - half, z - half, 2 * half, 2 * half].map((value) => value.toFixed(2)).join(' ')
})
const ground = computed(() =>
  props.floors.map(({ outline }) => `M${outline.map((spot) => spot.join(',')).join('L')}Z`).join(''),
)
const two = (value: number) => value.toFixed(2)
const dots = computed(() => stood.value.map(({ x, z }) => `M${two(x)},${two(z)}h0`).join(''))
const faces = computed(() =>
  stood.value
    .map(({ x, z, yaw }) => {
      const [dx, dz] = [-Math.sin(radians(yaw)) * FACES, -Math.cos(radians(yaw)) * FACES]
      return `M${two(x)},${two(z)}l${two(dx)},${two(dz)}`
    })
    .join(''),
)
const words = computed(
  () => `Where ${stood.value.length} of ${props.outcomes.length} stood as it fired first, and which way they faced`,
)
function press(event: MouseEvent) {
  const svg = event.currentTarget as SVGSVGElement
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
  const far = (one: { x: number; z: number }) => Math.hypot(one.x - x, one.z - y)
  const nearest = stood.value.reduce((best, one) => (far(one) < far(best) ? one : best), stood.value[0]!)
  emit('show', nearest.walker, nearest.t)
}
</script>

<template>
  <figure class="relative" data-stood>
    <figcaption class="absolute px-3 py-2 text-xs text-bone-2">{{ words }}</figcaption>
    <svg
      v-if="stood.length > 0"
      class="size-full cursor-pointer"
      :viewBox="viewBox"
      preserveAspectRatio="xMidYMid slice"
      role="img"
      :aria-label="words"
      @click="press"
    >
      <path :d="ground" class="fill-ink-2 stroke-rule" vector-effect="non-scaling-stroke" />
      <path :d="faces" class="stroke-lamp" stroke-opacity="0.35" vector-effect="non-scaling-stroke" fill="none" />
      <path
        :d="dots"
        class="stroke-lamp"
        stroke-opacity="0.6"
        stroke-width="3"
        stroke-linecap="round"
        vector-effect="non-scaling-stroke"
      />
    </svg>
  </figure>
</template>
