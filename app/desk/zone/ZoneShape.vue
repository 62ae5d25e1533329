<script setup lang="ts">
import { steady } from '~/document/steady'
import type { Shape, Zone } from '~~/core/show'
import { useShow } from '~/document/show'
import { tie } from '~/document/making/tying'
import PartChoice from '~/parts/PartChoice.vue'
import PartNumber from '~/parts/PartNumber.vue'
import { withAxis } from '~~/core/space'

/** A zone's size and position as numbers. */
const props = defineProps<{ zone: Zone }>()
const doc = useShow()
type Change = (value: number) => Shape
interface Row {
  name: string
  value: number
  unit: string
  min?: number
  step?: number
  put: Change
}
const rows = computed((): Row[] => {
  const { shape } = props.zone
  if (shape.kind === 'prism')
    return [
      { name: 'Floor', value: shape.y, unit: 'm', put: (y) => ({ ...shape, y }) },
      { name: 'Height', value: shape.height, unit: 'm', min: 0, put: (height) => ({ ...shape, height }) },
    ]
  const put =
    (axis: number): Change =>
    (value) => ({ ...shape, at: withAxis(shape.at, axis, value) })
  const place: Row[] = [
    { name: 'X', value: shape.at[0], unit: 'm', put: put(0) },
    { name: 'Y', value: shape.at[1], unit: 'm', put: put(1) },
    { name: 'Z', value: shape.at[2], unit: 'm', put: put(2) },
  ]
  if (shape.kind === 'sphere')
    return [
      ...place,
      { name: 'Radius', value: shape.radius, unit: 'm', min: 0, put: (radius) => ({ ...shape, radius }) },
    ]
  if (shape.kind === 'cylinder')
    return [
      ...place,
      { name: 'Radius', value: shape.radius, unit: 'm', min: 0, put: (radius) => ({ ...shape, radius }) },
      { name: 'Height', value: shape.height, unit: 'm', min: 0, put: (height) => ({ ...shape, height }) },
    ]
  const size =
    (axis: number): Change =>
    (value) => ({ ...shape, size: withAxis(shape.size, axis, value) })
  return [
    ...place,
    { name: 'Width', value: shape.size[0], unit: 'm', min: 0, put: size(0) },
    { name: 'Height', value: shape.size[1], unit: 'm', min: 0, put: size(1) },
    { name: 'Depth', value: shape.size[2], unit: 'm', min: 0, put: size(2) },
    { name: 'Turn', value: shape.yaw, unit: '°', step: 5, put: (yaw) => ({ ...shape, yaw }) },
  ]
})
const ties = steady(() => [
  { value: '', words: 'stays where it is' },
  ...doc.now.place.props.map(({ id, name }) => ({ value: id, words: `goes with ${name}` })),
])
function tieTo(id: string) {
  const { zone } = props
  const prop = doc.now.place.props.find((each) => each.id === id)
  doc.edit(prop ? `Tie ${zone.name} to ${prop.name}` : `Let ${zone.name} stay`, (edit) => tie(edit, zone, prop))
}
const notices = [
  { value: 'body' as const, words: 'the whole body' },
  { value: 'feet' as const, words: 'the feet' },
  { value: 'eyes' as const, words: 'the eyes' },
]
</script>

<template>
  <div class="flex flex-wrap gap-x-4 gap-y-1 text-xs text-bone-3">
    <span v-for="row in rows" :key="row.name"
      >{{ row.name }}
      <PartNumber
        :name="row.name"
        :value="row.value"
        :unit="row.unit"
        :min="row.min"
        :step="row.step"
        :label="`${row.name} of ${zone.name}`"
        :put="(e, v) => e.set(['zones', zone.id, 'shape'], row.put(v))"
    /></span>
    <span
      >Rim
      <PartNumber
        name="Rim"
        :value="zone.rim"
        unit="m"
        :min="0"
        :label="`Rim of ${zone.name}`"
        :put="(e, v) => e.set(['zones', zone.id, 'rim'], v)"
    /></span>
    <span
      >When a prop moves it <PartChoice name="Tied" :value="zone.tiedTo?.prop ?? ''" :options="ties" @choose="tieTo"
    /></span>
    <span
      >Notices
      <PartChoice
        name="Notices"
        :value="zone.notices"
        :options="notices"
        @choose="(v) => doc.edit(`What ${zone.name} notices`, (e) => e.set(['zones', zone.id, 'notices'], v))"
    /></span>
  </div>
</template>
