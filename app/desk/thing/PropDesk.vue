<script setup lang="ts">
import { lengths } from '~/words/lengths'
import type { Editor, Prop, PropForm, FieldOf } from '~~/core/show'
import { addressOf } from '~/document/things'
import { useFields } from '~/document/fields'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { frameOfDoor } from '~/plan/forms/doors'
import PartChoice from '~/parts/PartChoice.vue'
import PartColour from '~/parts/PartColour.vue'
import PartNumber from '~/parts/PartNumber.vue'
import PartTags from '~/parts/PartTags.vue'
import ThingHead from './ThingHead.vue'
import { eachOf } from '~~/core/space'

/** A prop as a sentence: what it is, how large, whether it can be seen and walked through, how it falls. */
const props = defineProps<{ prop: Prop }>()
const doc = useShow()
const selection = useSelection()
const facts = computed(
  () =>
    `${FORMS.find(({ value }) => value === (props.prop.form ?? props.prop.kind))?.words ?? props.prop.kind} ${lengths(props.prop.size)}`,
)
const at = <F extends FieldOf<Prop> & string>(field: F) => addressOf('prop', props.prop.id, field)
const { put, set } = useFields('props', () => props.prop.id)
const putIn = (field: 'at' | 'size', index: number) => (edit: Editor, value: number) =>
  edit.set(
    at(field),
    eachOf(props.prop[field], (each, i) =>
      i === index || (field === 'size' && props.prop.kind === 'cylinder' && index !== 1 && i !== 1) ? value : each,
    ),
  )
const FORMS: { value: Prop['kind'] | PropForm; words: string }[] = [
  { value: 'box', words: 'box' },
  { value: 'cylinder', words: 'cylinder' },
  { value: 'door', words: 'door leaf' },
  { value: 'lamp', words: 'lamp' },
  { value: 'shelf', words: 'shelf' },
  { value: 'cup', words: 'cup' },
]
const HINGES: { value: NonNullable<Prop['hinge']>; words: string }[] = [
  { value: 'left', words: 'hangs on the left' },
  { value: 'right', words: 'hangs on the right' },
  { value: 'slides', words: 'slides' },
]
/** What is round from above. */
const ROUND: ReadonlySet<string> = new Set(['cylinder', 'lamp', 'cup'])
function setForm(form: Prop['kind'] | PropForm) {
  doc.edit(`Form of ${props.prop.name}`, (e) => {
    e.set(at('form'), form === 'box' || form === 'cylinder' || form === 'model' ? undefined : form)
    e.set(at('kind'), ROUND.has(form) ? 'cylinder' : 'box')
    if (form !== 'door') e.set(at('hinge'), undefined)
  })
}
/** The opening that it hangs in. */
const frame = computed(() => frameOfDoor(doc.now, props.prop))
const sizes = computed(() =>
  props.prop.kind === 'cylinder' ? (['Diameter', 'Height'] as const) : (['Width', 'Height', 'Depth'] as const),
)
</script>

<template>
  <ThingHead :thing="{ kind: 'prop', id: prop.id }" :facts="facts">
    <p class="text-[14px] leading-[1.95] text-bone-2" data-sentence>
      Is a
      <PartChoice name="Form" :value="prop.form ?? prop.kind" :options="FORMS" @choose="setForm" />
      <template v-if="prop.form === 'door'">
        that
        <PartChoice
          name="Hinge"
          :value="prop.hinge ?? 'left'"
          :options="HINGES"
          @choose="set('hinge', $event, `Hinge of ${prop.name}`)"
        />
        <template v-if="frame">
          in
          <button class="part" @click="selection.choose('wall', frame.wall.id)">
            {{ frame.opening.name ?? 'the opening' }}</button>,
        </template>
      </template>
      <template v-for="(size, i) in sizes" :key="size">
        {{ i > 0 ? '×' : 'of' }}
        <PartNumber
          :name="size"
          :value="prop.size[i]!"
          unit="m"
          :min="0.01"
          :label="`${size} of ${prop.name}`"
          :put="putIn('size', i)"
        />
      </template>
      turned by
      <PartNumber name="Turn" :value="prop.yaw" unit="°" :step="5" :label="`Turn ${prop.name}`" :put="put('yaw')" />, at
      <template v-for="(axis, i) in ['X', 'Y', 'Z']" :key="axis">
        <PartNumber
          :name="axis"
          :value="prop.at[i]!"
          unit="m"
          :label="`${axis} of ${prop.name}`"
          :put="putIn('at', i)"
        />{{ i < 2 ? ', ' : '' }}</template
      >.
      <PartChoice
        name="Shown"
        :value="prop.shown"
        :options="[
          { value: true, words: 'It is seen from the start' },
          { value: false, words: 'It is not seen at the start' },
        ]"
        @choose="set('shown', $event, `Show ${prop.name}`)"
      />,
      <PartChoice
        name="Solid"
        :value="prop.solid"
        :options="[
          { value: true, words: 'nobody walks through it' },
          { value: false, words: 'one walks through it' },
        ]"
        @choose="set('solid', $event, `Solidity of ${prop.name}`)"
      />. Colour
      <PartColour
        name="Colour"
        :value="prop.colour"
        @choose="$event && set('colour', $event, `Colour of ${prop.name}`)"
      />.
    </p>
    <p class="text-xs leading-[1.95] text-bone-3">
      Thrown, it has
      <PartNumber
        name="Mass"
        :value="prop.mass"
        unit="kg"
        :min="0.01"
        :label="`Mass of ${prop.name}`"
        :put="put('mass')"
      />, bounces by
      <PartNumber
        name="Bounce"
        :value="prop.bounce"
        :min="0"
        :max="1"
        :step="0.05"
        :label="`Bounce of ${prop.name}`"
        :put="put('bounce')"
      />
      and grips by
      <PartNumber
        name="Grip"
        :value="prop.grip"
        :min="0"
        :max="10"
        :step="0.05"
        :label="`Grip of ${prop.name}`"
        :put="put('grip')"
      />.
    </p>
    <p class="text-xs text-bone-3">
      Tags <PartTags :tags="prop.tags" @change="set('tags', $event, `Tags of ${prop.name}`)" />
    </p>
  </ThingHead>
</template>
