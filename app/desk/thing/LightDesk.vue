<script setup lang="ts">
import { length as lengthOf } from '~/words/lengths'
import { thousandths } from '~~/core/base'
import { falloff } from '~~/core/light'
import type { Editor, Light, FieldOf } from '~~/core/show'
import { addressOf } from '~/document/things'
import { useFields } from '~/document/fields'
import { useShow } from '~/document/show'
import { plain } from '~/words/time'
import PartChoice from '~/parts/PartChoice.vue'
import PartColour from '~/parts/PartColour.vue'
import PartNumber from '~/parts/PartNumber.vue'
import ThingHead from './ThingHead.vue'
import { eachOf, withAxis } from '~~/core/space'

/** A light as a sentence, with how much of it reaches a player's eyes at how many metres. */
const props = defineProps<{ light: Light }>()
const doc = useShow()
const facts = computed(() => `light, ${plain(props.light.candela, 1)} cd · reaches ${lengthOf(props.light.reach, 1)}`)
const at = <F extends FieldOf<Light> & string>(field: F) => addressOf('light', props.light.id, field)
const { put, set } = useFields('lights', () => props.light.id)
const putAt = (index: number) => (edit: Editor, value: number) =>
  edit.set(at('at'), withAxis(props.light.at, index, value))
const ties = computed(() => [
  { value: '', words: 'stays where it is' },
  { value: '@', words: 'is carried by the player' },
  ...doc.now.place.props.map(({ id, name }) => ({ value: id, words: `goes with ${name}` })),
])
const tie = computed(() => {
  const { tiedTo } = props.light
  return !tiedTo ? '' : 'prop' in tiedTo ? tiedTo.prop : '@'
})
/** What is tied stands in the frame of its prop. */
function setTie(value: string) {
  const before = props.light.tiedTo && 'prop' in props.light.tiedTo ? props.light.tiedTo.prop : undefined
  const frame = doc.now.place.props.find(({ id }) => id === (before ?? value))
  doc.edit(`Tie ${props.light.name}`, (e) => {
    e.set(at('tiedTo'), value === '' ? undefined : value === '@' ? { player: true } : { prop: value })
    if (!frame) return
    const sign = before ? 1 : -1
    e.set(
      at('at'),
      eachOf(props.light.at, (each, axis) => thousandths(each + sign * frame.at[axis])),
    )
  })
}
const steps = [1, 2, 4, 8]
const pool = computed(() =>
  steps
    .filter((m) => m < props.light.reach)
    .map((m) => ({ m, lux: props.light.candela * falloff(m, props.light.reach) })),
)
</script>

<template>
  <ThingHead :thing="{ kind: 'light', id: light.id }" :facts="facts">
    <p class="text-[14px] leading-[1.95] text-bone-2" data-sentence>
      Shines
      <PartChoice
        name="Kind"
        :value="light.kind"
        :options="[
          { value: 'point' as const, words: 'all round' },
          { value: 'spot' as const, words: 'in a cone' },
        ]"
        @choose="set('kind', $event, `Kind of ${light.name}`)"
      />
      with
      <PartNumber
        name="Candela"
        :value="light.candela"
        unit="cd"
        :min="0"
        :step="1"
        :label="`Level of ${light.name}`"
        :put="put('candela')"
      />
      as far as
      <PartNumber
        name="Reach"
        :value="light.reach"
        unit="m"
        :min="0.1"
        :label="`Reach of ${light.name}`"
        :put="put('reach')"
      />, from
      <template v-for="(axis, i) in ['X', 'Y', 'Z']" :key="axis">
        <PartNumber :name="axis" :value="light.at[i]!" unit="m" :label="`${axis} of ${light.name}`" :put="putAt(i)" />{{
          i < 2 ? ', ' : ''
        }}</template
      >, and <PartChoice name="Tied" :value="tie" :options="ties" @choose="setTie" />.
      <PartChoice
        name="On"
        :value="light.on"
        :options="[
          { value: true, words: 'It is on at the start' },
          { value: false, words: 'It is off at the start' },
        ]"
        @choose="set('on', $event, `Switch ${light.name}`)"
      />. Colour
      <PartColour
        name="Colour"
        :value="light.colour"
        of-light
        @choose="$event && set('colour', $event, `Colour of ${light.name}`)"
      />.
    </p>
    <p v-if="light.kind === 'spot'" class="text-[14px] leading-[1.95] text-bone-2">
      The cone is
      <PartNumber
        name="Cone"
        :value="light.cone"
        unit="°"
        :min="0"
        :max="180"
        :step="1"
        :label="`Cone of ${light.name}`"
        :put="put('cone')"
      />
      wide, fades over its last
      <PartNumber
        name="Edge"
        :value="light.edge"
        :min="0"
        :max="1"
        :step="0.05"
        :label="`Edge of ${light.name}`"
        :put="put('edge')"
      />, faces
      <PartNumber name="Facing" :value="light.yaw" unit="°" :step="5" :label="`Turn ${light.name}`" :put="put('yaw')" />
      and is tilted by
      <PartNumber
        name="Tilt"
        :value="light.pitch"
        unit="°"
        :min="-90"
        :max="90"
        :step="5"
        :label="`Tilt ${light.name}`"
        :put="put('pitch')"
      />.
    </p>
    <p class="text-xs text-bone-3">
      Eyes that see nothing else get
      <template v-for="({ m, lux }, i) in pool" :key="m"
        >{{ i > 0 ? ', ' : '' }}{{ plain(lux, lux < 1 ? 2 : lux < 10 ? 1 : 0) }} lx at {{ lengthOf(m) }}</template
      >.
    </p>
  </ThingHead>
</template>
