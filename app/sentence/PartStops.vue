<script setup lang="ts">
import type { Editor, Step } from '~~/core/show'
import { useShow } from '~/document/show'
import { CAMERA_UP, freshMark, standingAt } from '~/document/making/fresh'
import { picking } from '~/frame/picking'
import PickButton from '~/parts/PickButton.vue'
import PartChoice from '~/parts/PartChoice.vue'
import PartEase from '~/parts/PartEase.vue'
import PartNumber from '~/parts/PartNumber.vue'
import type { Option, PutIn } from './pieces'

/** The camera marks that a picture goes to, one after the other: how it gets to each, and how long it stays. */
type Stops = Extract<Step, { kind: 'camera' }>['marks']
const props = defineProps<{
  stops: Stops
  marks: readonly Option<string>[]
  label: string
  putIn: (edit: Editor) => PutIn
}>()
const doc = useShow()
const set = (stops: Stops) => doc.edit(props.label, (edit) => props.putIn(edit)('marks', stops))
const put =
  <F extends keyof Stops[number]>(index: number, field: F) =>
  (edit: Editor, value: Stops[number][F]) =>
    props.putIn(edit)(`marks.${index}.${field}`, value as never)
const change = <F extends keyof Stops[number]>(index: number, field: F, value: Stops[number][F]) =>
  doc.edit(props.label, (edit) => put(index, field)(edit, value))
/** One more: a mark that it doesn't go to yet, if there is one. */
function more() {
  const next = props.marks.find(({ value }) => !props.stops.some(({ mark }) => mark === value)) ?? props.marks[0]!
  set([...props.stops, { mark: next.value, travel: 2, ease: 'inout', stay: 1 }])
}
function pick(index: number) {
  picking.value = {
    says: 'A camera mark',
    kinds: ['mark'],
    take: ({ id }) => props.marks.some(({ value }) => value === id) && change(index, 'mark', id),
    ground(spot) {
      const mark = freshMark(doc.now, 'camera', standingAt(doc.now, spot, CAMERA_UP), 0)
      doc.edit(props.label, (edit) => {
        edit.add(['place', 'marks'], mark)
        put(index, 'mark')(edit, mark.id)
      })
    },
  }
}
const without = (index: number) => set(props.stops.filter((_, i) => i !== index))
function earlier(index: number) {
  const stops = [...props.stops]
  stops.splice(index - 1, 0, ...stops.splice(index, 1))
  set(stops)
}
</script>

<template>
  <span class="my-1 block border-l-2 border-rule pl-3">
    <span v-for="(stop, i) in stops" :key="i" class="block" :data-stop="i + 1">
      {{ i + 1 }}.
      <PartChoice :name="`Mark ${i + 1}`" :value="stop.mark" :options="marks" @choose="change(i, 'mark', $event)" />
      <PickButton :name="`mark ${i + 1}`" @click="pick(i)" />, travelling
      <PartNumber
        :name="`Travel ${i + 1}`"
        :value="stop.travel"
        unit="s"
        :min="0"
        :label="label"
        :put="put(i, 'travel')"
      />
      <PartEase
        v-if="stop.travel > 0"
        :name="`Ease ${i + 1}`"
        :value="stop.ease"
        @choose="change(i, 'ease', $event)"
      />, staying
      <PartNumber :name="`Stay ${i + 1}`" :value="stop.stay" unit="s" :min="0" :label="label" :put="put(i, 'stay')" />
      <button
        v-if="i > 0"
        class="ml-1 text-xs text-bone-3 hover:text-bone"
        :aria-label="`Mark ${i + 1} earlier`"
        @click="earlier(i)"
      >
        earlier
      </button>
      <button
        v-if="stops.length > 1"
        class="ml-1 text-xs text-bone-3 hover:text-bone"
        :aria-label="`Without mark ${i + 1}`"
        @click="without(i)"
      >
        ×
      </button>
    </span>
    <button class="part" @click="more">and another mark</button>
  </span>
</template>
