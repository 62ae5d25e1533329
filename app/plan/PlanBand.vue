<script setup lang="ts">
import type { Spot } from '~~/core/show'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { usePlanGestures } from './gestures'
import { drawn, handlesOf } from './handles'
import { usePlanView } from './plan-view'
import PlanDraft from './PlanDraft.vue'
import PlanLights from './PlanLights.vue'
import PlanPlace from './PlanPlace.vue'
import PlanTools from './PlanTools.vue'
import PlanWalks from './PlanWalks.vue'
import PlanWays from './PlanWays.vue'
import PlanZones from './PlanZones.vue'

/** The place from above, and what the hand does in it. */
const doc = useShow()
const selection = useSelection()
const frame = ref<HTMLElement>()
const { pixel, box, fit, spotAt, pan, zoom, width, height } = usePlanView(frame)
const { tool, drawing, route, press, click, endWalk, takeZone, takeHandle, takePoint, addPoint } = usePlanGestures({
  spotAt,
  pan,
})
const hover = ref<Spot>()

const held = computed(() => (selection.zone?.tiedTo ? undefined : selection.zone?.shape))
const handles = computed(() => (held.value && tool.value === 'choose' ? handlesOf(held.value, 20 * pixel.value) : []))
const draft = computed(() => drawing.value && drawn(drawing.value.kind, drawing.value.a, drawing.value.b, 0))
const square = computed(() => [0.5, 1, 2, 5, 10, 20].find((m) => m / pixel.value > 15) ?? 50)
const footer = computed(() => {
  const at = hover.value ? ` · ${hover.value[0].toFixed(1)}, ${hover.value[1].toFixed(1)} m` : ''
  if (tool.value === 'walk')
    return `click where the walk goes · Enter or a double click ends it · Escape leaves it${at}`
  if (tool.value !== 'choose') return `drag from corner to corner · Alt suspends snapping · Escape leaves it${at}`
  return `1 square = ${square.value} m · walk ticks every second, large every 10 s${at}`
})
</script>

<template>
  <section
    ref="frame"
    role="region"
    aria-label="Plan"
    class="relative min-w-0 overflow-hidden bg-ink-0 touch-none"
    @wheel.prevent="zoom(Math.exp($event.deltaY * ($event.ctrlKey ? 0.01 : 0.0016)), spotAt($event))"
  >
    <svg
      class="absolute inset-0 size-full select-none"
      :class="tool === 'choose' ? '' : 'cursor-crosshair'"
      :viewBox="`${box.x} ${box.z} ${box.w || 1} ${box.h || 1}`"
      :width="width"
      :height="height"
      @pointerdown="press"
      @click="click"
      @dblclick="tool === 'walk' && endWalk()"
      @pointermove="hover = spotAt($event)"
      @pointerleave="hover = undefined"
    >
      <defs>
        <pattern id="squares" :width="square" :height="square" patternUnits="userSpaceOnUse">
          <path :d="`M${square} 0H0V${square}`" fill="none" stroke="var(--color-square)" :stroke-width="pixel" />
        </pattern>
        <pattern
          id="survey"
          :width="7 * pixel"
          :height="7 * pixel"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(38)"
        >
          <rect :width="7 * pixel" :height="7 * pixel" fill="var(--color-bone)" opacity="0.02" />
          <path :d="`M0 0v${7 * pixel}`" stroke="var(--color-bone)" :stroke-width="0.8 * pixel" opacity="0.3" />
        </pattern>
        <pattern id="slope" :width="9 * pixel" :height="9 * pixel" patternUnits="userSpaceOnUse">
          <path :d="`M0 0v${9 * pixel}`" stroke="var(--color-bone)" :stroke-width="pixel" opacity="0.14" />
        </pattern>
        <radialGradient id="glow">
          <stop offset="0" stop-color="var(--color-lamp)" stop-opacity="0.45" />
          <stop offset="1" stop-color="var(--color-lamp)" stop-opacity="0" />
        </radialGradient>
      </defs>
      <rect :x="box.x" :y="box.z" :width="box.w" :height="box.h" fill="url(#squares)" />
      <template v-if="doc.isOpen">
        <PlanPlace :pixel="pixel" />
        <PlanLights :pixel="pixel" />
        <PlanWays :pixel="pixel" :free="tool === 'choose'" />
        <PlanZones :pixel="pixel" @take="takeZone" />
        <PlanWalks :pixel="pixel" @take-point="takePoint" @add-point="addPoint" />
        <g
          v-for="handle in handles"
          :key="handle.key"
          :transform="`translate(${handle.x} ${handle.z}) scale(${pixel})`"
          class="cursor-pointer"
          :data-handle="handle.key"
          @pointerdown="takeHandle(handle, $event)"
        >
          <circle r="9" fill="transparent" />
          <path
            v-if="handle.turns"
            d="M-4.500 2a5 5 0 1 1 3 2.600M-4.800-2.500v4.700h4.700"
            fill="none"
            stroke="var(--color-lamp)"
            stroke-width="1.600"
          />
          <circle v-else r="3.6" fill="var(--color-ink-0)" stroke="var(--color-lamp)" stroke-width="1.6" />
        </g>
        <PlanDraft v-if="draft" :shape="draft" :pixel="pixel" />
        <polyline
          v-if="route.length > 0"
          :points="[...route, ...(hover ? [hover] : [])].map((s) => s.join(',')).join(' ')"
          fill="none"
          stroke="var(--color-tide)"
          :stroke-width="1.5 * pixel"
          :stroke-dasharray="`${5 * pixel} ${4 * pixel}`"
        />
      </template>
    </svg>
    <PlanTools v-model="tool" class="absolute top-2.5 left-2.5" @fit="fit" />
    <p class="pointer-events-none absolute bottom-2 left-3 font-mono text-[10px] text-bone-3">{{ footer }}</p>
  </section>
</template>
