<script setup lang="ts">
import { clearedOf, zonesBeside } from '~~/core/findings'
import { useShow } from '~/document/show'
import { steady } from '~/document/steady'
import type { Editor, Mark, FieldOf, Point } from '~~/core/show'
import { useFields } from '~/document/fields'
import { addressOf } from '~/document/things'
import PartNumber from '~/parts/PartNumber.vue'
import ThingHead from './ThingHead.vue'
import { withAxis } from '~~/core/space'

/** A mark as a sentence: where it is, which way it faces, and how wide a camera sees there. */
const props = defineProps<{ mark: Mark }>()
const at = <F extends FieldOf<Mark> & string>(field: F) => addressOf('mark', props.mark.id, field)
const doc = useShow()
const { put } = useFields('marks', () => props.mark.id)
const putAt = (index: number) => (edit: Editor, value: number) =>
  edit.set(at('at'), withAxis(props.mark.at, index, value))
/** Zones that a body here reaches into though the mark is beside them, and where it would reach into none. */
const beside = steady(() => zonesBeside(doc.restingNow, props.mark))
const cleared = steady(() => beside.value.length > 0 && clearedOf(doc.restingNow, props.mark))
const clear = (to: Point) =>
  doc.edit(`Put ${props.mark.name} clear of ${beside.value[0]!.name}`, (edit) => edit.set(at('at'), to))
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
    <p v-if="beside.length > 0" class="text-xs text-rust" role="note">
      Nearer to {{ beside.map(({ name }) => name).join(', ') }} than a body is wide: who stands here is in
      {{ beside.length === 1 ? 'it' : 'them' }} with their side, though the mark is outside.
      <button v-if="cleared" class="chip ml-1" @click="clear(cleared)">Put it clear</button>
    </p>
  </ThingHead>
</template>
