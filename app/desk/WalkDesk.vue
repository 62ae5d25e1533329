<script setup lang="ts">
import type { Editor, Look, Walk, WalkPoint } from '~~/core/show'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import PartChoice from './PartChoice.vue'
import PartNumber from './PartNumber.vue'
import PartText from './PartText.vue'

const props = defineProps<{ walk: Walk }>()
const doc = useShow()
const selection = useSelection()
const runs = useRun()
const set = (field: string, value: unknown, label: string) =>
  doc.edit(`${label} ${props.walk.name}`, (e) => e.set(['walks', props.walk.id, field], value))
const point = computed(() => (selection.point === undefined ? undefined : props.walk.points[selection.point]))
const pointLabel = computed(() => `Change a point of ${props.walk.name}`)
function putPoint(edit: Editor, change: Partial<WalkPoint>) {
  const points = props.walk.points.map((p, i) => (i === selection.point ? { ...p, ...change } : p))
  edit.set(['walks', props.walk.id, 'points'], points)
}
const setPoint = (change: Partial<WalkPoint>) => doc.edit(pointLabel.value, (e) => putPoint(e, change))
function removePoint() {
  const index = selection.point!
  selection.point = undefined
  set('points', props.walk.points.toSpliced(index, 1), 'Remove a point of')
}
function remove() {
  selection.clear()
  doc.edit(`Delete ${props.walk.name}`, (e) => e.remove(['walks', props.walk.id]))
}
const looks = computed((): { value: Look; words: string }[] => [
  { value: 'ahead', words: 'ahead' },
  ...doc.show!.place.props.map((p) => ({ value: { prop: p.id }, words: `at ${p.name}` })),
  ...doc.show!.place.marks.map((m) => ({ value: { mark: m.id }, words: `at ${m.name}` })),
  ...(point.value && typeof point.value.look === 'object' && 'yaw' in point.value.look
    ? [{ value: point.value.look, words: `towards ${point.value.look.yaw}°` }]
    : []),
])
</script>

<template>
  <div class="space-y-3">
    <h2 class="text-[17px] font-semibold">
      <PartText
        name="Name"
        :value="walk.name"
        class="!border-transparent hover:!border-lamp"
        @change="set('name', $event, 'Rename')"
      />
    </h2>
    <p class="text-xs text-bone-3">{{ walk.body.kind }} · {{ count(walk.points.length, 'point') }}</p>
    <div class="flex gap-1.5">
      <button class="chip" @click="runs.walks = [walk.id]">Play this walk alone</button>
      <button class="chip" @click="remove">Delete</button>
    </div>
    <p class="text-bone-2">
      Starts after
      <PartNumber
        name="Start"
        :value="walk.start"
        unit="s"
        :min="0"
        :label="`Start of ${walk.name}`"
        :put="(e, v) => e.set(['walks', walk.id, 'start'], v)"
      />. Drag its points in the plan; the small rings between them add one.
    </p>
    <div v-if="point" class="border-t border-rule pt-2">
      <h3 class="font-semibold">Point {{ selection.point! + 1 }}</h3>
      <p class="text-[14px] leading-[1.95] text-bone-2">
        Waits
        <PartNumber
          name="Pause"
          :value="point.pause"
          unit="s"
          :min="0"
          :label="pointLabel"
          :put="(e, pause) => putPoint(e, { pause })"
        />, looks <PartChoice name="Look" :value="point.look" :options="looks" @choose="setPoint({ look: $event })" />,
        <PartChoice
          name="Key"
          :value="point.use"
          :options="[
            { value: false, words: 'presses no key' },
            { value: true, words: 'presses the key' },
          ]"
          @choose="setPoint({ use: $event })"
        />
        <template v-if="point.use">
          after
          <PartNumber
            name="Key after"
            :value="point.useAfter"
            unit="s"
            :min="0"
            :label="pointLabel"
            :put="(e, useAfter) => putPoint(e, { useAfter })" /></template
        >, and goes on at
        <PartNumber
          name="Pace"
          :value="point.pace ?? doc.show!.player.walk"
          unit="m/s"
          :min="0.05"
          :max="20"
          :label="pointLabel"
          :put="(e, pace) => putPoint(e, { pace })"
        />. Height
        <PartNumber
          name="Height"
          :value="point.at[1]"
          unit="m"
          :label="pointLabel"
          :put="(e, y) => putPoint(e, { at: [point!.at[0], y, point!.at[2]] })"
        />.
        <PartChoice
          name="Arriving"
          :value="point.arrive"
          :options="[
            { value: false, words: 'A move does not end here' },
            { value: true, words: 'After being moved, the walk goes on from here' },
          ]"
          @choose="setPoint({ arrive: $event })"
        />.
      </p>
      <button v-if="walk.points.length > 1" class="chip" @click="removePoint">Remove this point</button>
    </div>
    <p v-else class="text-bone-3">
      Choose a point in the plan to say how long it waits, where it looks and when it presses the key.
    </p>
  </div>
</template>
