<script setup lang="ts">
import { distanceToOutline, signedArea, edgesOf, meanOf, halfWay } from '~~/core/space'
import type { Floor, Spot } from '~~/core/show'
import { addressOf } from '~/document/things'
import { useFields } from '~/document/fields'
import { useShow } from '~/document/show'
import { count, plain } from '~/words/time'
import PartChoice from '~/parts/PartChoice.vue'
import PartNumber from '~/parts/PartNumber.vue'
import ThingHead from './ThingHead.vue'
import { itemAt } from '~~/core/base'

/** A floor as a sentence: how high it lies, and whether it rises to another. */
const props = defineProps<{ floor: Floor }>()
const doc = useShow()
const corners = computed(() => props.floor.outline)
const area = computed(() => Math.abs(signedArea(corners.value)))
const facts = computed(() => `floor ${plain(area.value, 1)} m² · ${count(corners.value.length, 'corner')}`)
const SIDES = { north: 'the north', east: 'the east', south: 'the south', west: 'the west' }
/** An edge by where it lies: north is up in the plan. */
function edgeWords([a, b]: [Spot, Spot], i: number): string {
  const [mx, mz] = meanOf(corners.value)
  const [x, z] = halfWay(a, b)
  const [dx, dz] = [x - mx, z - mz]
  const side = SIDES[Math.abs(dx) > Math.abs(dz) ? (dx > 0 ? 'east' : 'west') : dz > 0 ? 'south' : 'north']
  return corners.value.length === 4 ? side : `edge ${i + 1}, in ${side}`
}
const edges = computed(() => [
  { value: -1, words: 'lies level' },
  ...edgesOf(corners.value).map((edge, i) => ({ value: i, words: `is a ramp to ${edgeWords(edge, i)}` })),
])
const slope = computed(() => props.floor.slopeTo?.edge[0] ?? -1)
/** A ramp begins as one to a floor that its edge touches, or a little higher. */
function setSlope(edge: number) {
  const { id, name, y } = props.floor
  const next = (edge + 1) % corners.value.length
  const [a, b] = [corners.value[edge], corners.value[next]]
  const middle = a && b && halfWay(a, b)
  const touched =
    middle &&
    doc.now.place.floors.find((floor) => floor.id !== id && !floor.slopeTo && floor.y !== y && touches(floor, middle))
  doc.edit(`Slope of ${name}`, (e) =>
    e.set(
      addressOf('floor', id, 'slopeTo'),
      edge < 0 ? undefined : { edge: [edge, next], y: touched ? touched.y : (props.floor.slopeTo?.y ?? y + 1) },
    ),
  )
}
const touches = (floor: Floor, [x, z]: Spot): boolean => distanceToOutline(x, z, floor.outline) < 0.3
const rise = computed(() => {
  const { slopeTo, y } = props.floor
  if (!slopeTo) return 0
  const a = itemAt(corners.value, slopeTo.edge[0])
  const b = itemAt(corners.value, slopeTo.edge[1])
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
  const run = Math.max(
    ...corners.value.map(([x, z]) => Math.abs((z - a[1]) * (b[0] - a[0]) - (x - a[0]) * (b[1] - a[1])) / length),
  )
  return (Math.atan2(Math.abs(slopeTo.y - y), run) * 180) / Math.PI
})
const { put } = useFields('floors', () => props.floor.id)
</script>

<template>
  <ThingHead :thing="{ kind: 'floor', id: floor.id }" :facts="facts">
    <p class="text-[14px] leading-[1.95] text-bone-2">
      Is at
      <PartNumber name="Height" :value="floor.y" unit="m" :label="`Height of ${floor.name}`" :put="put('y')" />
      and <PartChoice name="Slope" :value="slope" :options="edges" @choose="setSlope" />
      <template v-if="floor.slopeTo"
        >, where it comes to
        <PartNumber
          name="Ramp to"
          :value="floor.slopeTo.y"
          unit="m"
          :label="`Height of ${floor.name}`"
          :put="(e, y) => e.set(addressOf('floor', floor.id, 'slopeTo'), { ...floor.slopeTo!, y })" /></template
      >.
    </p>
    <p v-if="floor.slopeTo" class="text-xs" :class="rise > 45 ? 'text-rust' : 'text-bone-3'">
      It rises at {{ plain(rise, 0) }}°{{ rise > 45 ? ': too steep to walk' : '' }}.
    </p>
  </ThingHead>
</template>
