<script setup lang="ts">
import type { Point, Spot } from '~~/core/show'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import PoseGrip from '../ways/PoseGrip.vue'
import { useFlights } from '../ways/flights'
import { posesOf } from '../ways/poses'
import { alongCut, wayOf, type Cut } from './section'

/** What of the open step can be taken hold of in the section: how high something slides, how steeply and how far it is thrown. */
const props = defineProps<{ cut: Cut; pixel: number; spotAt: (event: PointerEvent) => Spot }>()
const doc = useShow()
const selection = useSelection()
const poses = computed(() =>
  doc.show && selection.cue && selection.step
    ? posesOf(doc.show, selection.cue, selection.step).filter((pose) => pose.in.includes('section'))
    : [],
)
const flights = useFlights()
const seen = ([x, y, z]: Point): Spot => [alongCut(props.cut, [x, z]), -y]
/** Pulled in the section a pose moves along the cut and in height; how far before or behind it is stays. */
function pointAt(event: PointerEvent, at: Point): Point {
  const [s, y] = props.spotAt(event)
  const [dx, dz] = wayOf(props.cut)
  const by = s - alongCut(props.cut, [at[0], at[2]])
  return [at[0] + dx * by, y, at[2] + dz * by]
}
</script>

<template>
  <g>
    <polyline
      v-for="(flight, i) in flights"
      :key="i"
      :points="flight.way.map((point) => seen(point).join()).join(' ')"
      fill="none"
      stroke="var(--color-tide)"
      :stroke-width="pixel"
      opacity="0.4"
      class="pointer-events-none"
    />
    <PoseGrip
      v-for="pose in poses"
      :key="pose.key"
      :pose="pose"
      :x="seen(pose.at)[0]"
      :y="seen(pose.at)[1]"
      :pixel="pixel"
      :of="selection.cue!.name"
      :point-at="(event) => pointAt(event, pose.at)"
    />
  </g>
</template>
