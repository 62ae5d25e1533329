<script setup lang="ts">
import { length as lengthOf } from '~/words/lengths'
import { wallLength } from '~~/core/space'
import { type Editor, type Opening, type Spot, type Wall, setField, type FieldFor } from '~~/core/show'
import { addressOf, nameOfThing } from '~/document/things'
import { freshOpening } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { carrying } from '~/plan/forms/carried'
import { freshDoor } from '~/document/making/fresh-door'
import { frameOfDoor } from '~/plan/forms/doors'
import { useThingEdits } from '~/plan/hand/thing-edits'
import { moveCorner } from '~/plan/forms/wall-joins'
import { count } from '~/words/time'
import PartNumber from '~/parts/PartNumber.vue'
import PartText from '~/parts/PartText.vue'
import ThingHead from './ThingHead.vue'

/** A wall as a sentence: how long, which way, how high and thick, and what opens in it. */
const props = defineProps<{ wall: Wall }>()
const doc = useShow()
const edits = useThingEdits()
const selection = useSelection()
const name = computed(() => nameOfThing(doc.now, { kind: 'wall', id: props.wall.id }))
const length = computed(() => wallLength(props.wall))
const angle = computed(() => {
  const { from, to } = props.wall
  return ((Math.round(((Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI) * 10) / 10) % 360) + 0
})
const facts = computed(() => `wall ${lengthOf(length.value, 2)} · ${count(props.wall.openings.length, 'opening')}`)
const put = (field: FieldFor<Wall, number>) => (edit: Editor, value: number) =>
  carrying((e) => setField(e, 'walls', props.wall.id, field, value))(edit)
/** Its far corner goes there, and walls that end in it come along. */
function putEnd(edit: Editor, long: number, degrees: number) {
  const { from } = props.wall
  const a = (degrees * Math.PI) / 180
  const to: Spot = [
    Math.round((from[0] + Math.cos(a) * long) * 1000) / 1000,
    Math.round((from[1] + Math.sin(a) * long) * 1000) / 1000,
  ]
  carrying((e) => moveCorner(e, doc.now.place.walls, props.wall, 'to', to))(edit)
}
const putOpening = (index: number, field: keyof Opening) => (edit: Editor, value: number) =>
  carrying((e) =>
    e.set(
      addressOf('wall', props.wall.id, 'openings'),
      props.wall.openings.map((each, i) => (i === index ? { ...each, [field]: value } : each)),
    ),
  )(edit)
/** The door that hangs in an opening. */
const doorIn = (opening: Opening) => doc.now.place.props.find((prop) => frameOfDoor(doc.now, prop)?.opening === opening)
const hang = (opening: Opening) => edits.add('Hang a door', 'prop', [freshDoor(doc.now, { wall: props.wall, opening })])
function addOpening() {
  const width = Math.min(1, length.value)
  const opening = freshOpening(props.wall, Math.max(0, (length.value - width) / 2), width)
  doc.edit(`Open ${name.value}`, (e) => e.add(addressOf('wall', props.wall.id, 'openings'), opening))
}
const nameOpening = (index: number, words: string) =>
  doc.edit('Name an opening', (e) =>
    e.set(
      addressOf('wall', props.wall.id, 'openings'),
      props.wall.openings.map((each, i) => (i === index ? { ...each, name: words || undefined } : each)),
    ),
  )
const removeOpening = (index: number) =>
  doc.edit('Close an opening', (e) =>
    e.set(addressOf('wall', props.wall.id, 'openings'), props.wall.openings.toSpliced(index, 1)),
  )
</script>

<template>
  <ThingHead :thing="{ kind: 'wall', id: wall.id }" :facts="facts">
    <p class="text-[14px] leading-[1.95] text-bone-2">
      Runs for
      <PartNumber
        name="Length"
        :value="length"
        unit="m"
        :min="0.05"
        :label="`Length of ${name}`"
        :put="(e, v) => putEnd(e, v, angle)"
      />
      at
      <PartNumber
        name="Angle"
        :value="angle"
        unit="°"
        :step="5"
        :digits="1"
        :label="`Angle of ${name}`"
        :put="(e, v) => putEnd(e, length, v)"
      />, stands at <PartNumber name="Foot" :value="wall.y" unit="m" :label="`Foot of ${name}`" :put="put('y')" />,
      <PartNumber
        name="Height"
        :value="wall.height"
        unit="m"
        :min="0.05"
        :label="`Height of ${name}`"
        :put="put('height')"
      />
      high and
      <PartNumber
        name="Thickness"
        :value="wall.thickness"
        unit="m"
        :min="0"
        :step="0.02"
        :label="`Thickness of ${name}`"
        :put="put('thickness')"
      />
      thick.
    </p>
    <div class="flex items-center justify-between">
      <h3 class="font-semibold">Openings</h3>
      <button class="chip" @click="addOpening">+ opening</button>
    </div>
    <div
      v-for="(opening, i) in wall.openings"
      :key="opening.id"
      class="border-t border-rule pt-1 text-[14px] leading-[1.95] text-bone-2"
    >
      <PartText
        name="Opening’s name"
        :value="opening.name ?? ''"
        :empty="opening.sill > 0.4 ? 'Window' : 'Doorway'"
        @change="nameOpening(i, $event)"
      />
      <PartNumber
        name="Width"
        :value="opening.width"
        unit="m"
        :min="0.05"
        label="Width of an opening"
        :put="putOpening(i, 'width')"
      />
      wide and
      <PartNumber
        name="Opening’s height"
        :value="opening.height"
        unit="m"
        :min="0.05"
        label="Height of an opening"
        :put="putOpening(i, 'height')"
      />
      high, from
      <PartNumber
        name="Along"
        :value="opening.at"
        unit="m"
        :min="0"
        label="Place of an opening"
        :put="putOpening(i, 'at')"
      />
      along, its sill at
      <PartNumber name="Sill" :value="opening.sill" unit="m" label="Sill of an opening" :put="putOpening(i, 'sill')" />,
      <button v-if="doorIn(opening)" class="part" @click="selection.choose('prop', doorIn(opening)!.id)">
        {{ doorIn(opening)!.name }}</button><template v-if="doorIn(opening)"> hangs in it.</template>
      <button v-else class="chip" @click="hang(opening)">Hang a door</button>
      <button class="chip" @click="removeOpening(i)">Close it</button>
    </div>
    <p v-if="wall.openings.length === 0" class="text-xs text-bone-3">
      Nobody comes through; light and sight stop here.
    </p>
  </ThingHead>
</template>
