<script setup lang="ts">
import type { Point, Spot } from '~~/core/show'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { pathOf } from './forms/geometry'
import PoseGrip from './ways/PoseGrip.vue'
import { useFlights } from './ways/flights'
import { posesOf } from './ways/poses'
import { wayOfStep } from './ways/step-ways'

/** What the step that is open at the desk does in the place: how far a prop slides and turns, how it can fly, what the camera passes. */
const props = defineProps<{ pixel: number; spotAt: (event: PointerEvent) => Spot }>()
const doc = useShow()
const selection = useSelection()

const way = computed(() =>
  doc.show && selection.cue && selection.step ? wayOfStep(doc.show, selection.cue, selection.step) : undefined,
)
const flights = useFlights()
const poses = computed(() =>
  doc.show && selection.cue && selection.step
    ? posesOf(doc.show, selection.cue, selection.step).filter((pose) => pose.in.includes('plan'))
    : [],
)
/** Pulled in plan a pose stays as high as it is. */
const pointAt = (event: PointerEvent, at: Point): Point => {
  const [x, z] = props.spotAt(event)
  return [x, at[1], z]
}
const r = (n: number) => n * props.pixel
const line = (spots: readonly Spot[]) => spots.map(([x, z]) => `${x},${z}`).join(' ')
/** A head at the end of a line, as it comes in. */
function head(spots: readonly Spot[]): string {
  const [x, z] = spots.at(-1)!
  const before = spots.findLast(([px, pz]) => Math.hypot(px - x, pz - z) > r(2))
  if (!before) return ''
  const turn = Math.atan2(z - before[1], x - before[0])
  const end = (by: number): Spot => [x - r(7) * Math.cos(turn + by), z - r(7) * Math.sin(turn + by)]
  return line([end(0.45), [x, z], end(-0.45)])
}
const SIGHT = 4
const wedge = ({ at: [x, , z], yaw }: { at: readonly number[]; yaw: number }, fov: number): string => {
  const side = (by: number) => {
    const a = ((yaw + by) * Math.PI) / 180
    return `${x! - SIGHT * Math.sin(a)} ${z! - SIGHT * Math.cos(a)}`
  }
  return `M${side(fov / 2)}L${x} ${z}L${side(-fov / 2)}`
}
</script>

<template>
  <g v-if="way" class="pointer-events-none" fill="none" stroke="var(--color-tide)" data-step-way>
    <circle
      v-for="({ at, radius }, i) in way.reaches"
      :key="`r${i}`"
      :cx="at[0]"
      :cy="at[1]"
      :r="radius"
      :stroke-width="pixel"
      :stroke-dasharray="`${r(2)} ${r(5)}`"
    />
    <circle v-for="([x, z], i) in way.spots" :key="`s${i}`" :cx="x" :cy="z" :r="r(8)" :stroke-width="r(1.5)" />
    <text
      v-for="({ at, says }, i) in way.words"
      :key="`w${i}`"
      :x="at[0] + r(12)"
      :y="at[1] + r(4)"
      :font-size="r(11)"
      fill="var(--color-tide)"
      stroke="var(--color-ink-0)"
      :stroke-width="r(3)"
      paint-order="stroke"
      data-step-words
      >{{ says }}</text
    >
    <g v-for="(mark, i) in way.marks" :key="`m${i}`">
      <path
        v-if="mark.kind === 'camera'"
        :d="wedge(mark, mark.fov)"
        :stroke-width="pixel"
        :stroke-dasharray="`${r(6)} ${r(4)}`"
      />
      <text
        v-if="way.marks.length > 1"
        :x="mark.at[0] + r(9)"
        :y="mark.at[2] - r(9)"
        :font-size="r(11)"
        fill="var(--color-tide)"
        stroke="var(--color-ink-0)"
        :stroke-width="r(3)"
        paint-order="stroke"
        class="font-mono"
        >{{ i + 1 }}</text
      >
      <circle v-else :cx="mark.at[0]" :cy="mark.at[2]" :r="r(11)" :stroke-width="r(1.2)" />
    </g>
    <path
      v-for="(outline, i) in way.moved"
      :key="`o${i}`"
      :d="pathOf(outline)"
      :stroke-width="r(1.5)"
      :stroke-dasharray="`${r(4)} ${r(3)}`"
      data-moved
    />
    <template v-for="({ spots, jump }, i) in way.lines" :key="`l${i}`">
      <polyline
        :points="line(spots)"
        :stroke-width="r(1.5)"
        :stroke-dasharray="jump ? `${r(1.5)} ${r(4)}` : undefined"
      />
      <polyline :points="head(spots)" :stroke-width="r(1.5)" />
    </template>
    <g v-for="(flight, i) in flights" :key="`f${i}`">
      <polyline :points="line(flight.way.map(([x, , z]) => [x, z]))" :stroke-width="pixel" opacity="0.4" data-flight />
      <circle
        v-if="flight.impact"
        :cx="flight.impact[0]"
        :cy="flight.impact[2]"
        :r="r(2.4)"
        stroke="none"
        fill="var(--color-lamp)"
      />
    </g>
  </g>
  <PoseGrip
    v-for="pose in poses"
    :key="pose.key"
    :pose="pose"
    :x="pose.at[0]"
    :y="pose.at[2]"
    :pixel="pixel"
    :of="selection.cue!.name"
    :point-at="(event) => pointAt(event, pose.at)"
  />
</template>
