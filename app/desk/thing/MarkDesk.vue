<script setup lang="ts">
import type { Editor, Mark, FieldOf } from '~~/core/show'
import { useFields } from '~/document/fields'
import { addressOf } from '~/document/things'
import PartNumber from '~/parts/PartNumber.vue'
import ThingHead from './ThingHead.vue'
import { withAxis } from '~~/core/space'

/** A mark as a sentence: where it is, which way it faces, and how wide a camera sees there. */
const props = defineProps<{ mark: Mark }>()
const at = <F extends FieldOf<Mark> & string>(field: F) => addressOf('mark', props.mark.id, field)
const { put } = useFields('marks', () => props.mark.id)
const putAt = (index: number) => (edit: Editor, value: number) =>
  edit.set(at('at'), withAxis(props.mark.at, index, value))
const facts = computed(() => (props.mark.kind === 'camera' ? 'camera mark' : 'standing mark'))
</script>

<template>
  <ThingHead :thing="{ kind: 'mark', id: mark.id }" :facts="facts">
    <p class="text-[14px] leading-[1.95] text-bone-2">
      Is at
      <template v-for="(axis, i) in ['X', 'Y', 'Z']" :key="axis">
        <PartNumber :name="axis" :value="mark.at[i]!" unit="m" :label="`${axis} of ${mark.name}`" :put="putAt(i)" />{{
          i < 2 ? ', ' : ''
        }}</template
      >, faces
      <PartNumber name="Facing" :value="mark.yaw" unit="°" :step="5" :label="`Turn ${mark.name}`" :put="put('yaw')" />
      <template v-if="mark.kind === 'camera'"
        >, is tilted by
        <PartNumber
          name="Tilt"
          :value="mark.pitch"
          unit="°"
          :min="-90"
          :max="90"
          :step="1"
          :label="`Tilt ${mark.name}`"
          :put="put('pitch')" />
        and sees
        <PartNumber
          name="View angle"
          :value="mark.fov"
          unit="°"
          :min="1"
          :max="170"
          :step="1"
          :label="`View angle of ${mark.name}`"
          :put="put('fov')" /></template
      >.
    </p>
  </ThingHead>
</template>
