<script setup lang="ts">
import type { Editor } from '~~/core/show'
import { addressOf, thingIn, type ThingKind } from '~/document/things'
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import PartChoice from '~/parts/PartChoice.vue'
import ManyNumber from '~/parts/ManyNumber.vue'
import { MANY_FIELDS, type ManyField } from './many-fields'
import { inputOf } from '~/frame/event-targets'
import { fieldIn } from '~~/core/show'

/** What several things of one kind have, set for all of them at once. */
const props = defineProps<{ kind: ThingKind; ids: string[] }>()
const doc = useShow()
const words = computed(() => count(props.ids.length, props.kind))
const valueOf = (id: string, field: string) => fieldIn(thingIn(doc.now, props.kind, id), field)
/** What all of them have, and whether they differ in it. */
const fields = computed(() =>
  MANY_FIELDS[props.kind].map((field) => {
    const values = new Set(props.ids.map((id) => valueOf(id, field.field)))
    return { field, value: valueOf(props.ids[0]!, field.field), differs: values.size > 1 }
  }),
)
const label = ({ name }: ManyField) => `${name} of ${words.value}`
const put =
  ({ field }: ManyField) =>
  (edit: Editor, value: unknown) =>
    props.ids.forEach((id) => edit.setFound(addressOf(props.kind, id, field), value))
const set = (field: ManyField, value: unknown) => doc.edit(label(field), (edit) => put(field)(edit, value))
</script>

<template>
  <p class="text-[14px] leading-[1.95] text-bone-2">
    {{ words }}:
    <template v-for="({ field, value, differs }, i) in fields" :key="field.field">
      <template v-if="i > 0">, </template>
      <PartChoice
        v-if="field.is === 'choice'"
        :name="field.name"
        :value="differs ? undefined : value"
        :options="
          differs
            ? [{ value: undefined, words: `${field.name.toLowerCase()} various` }, ...field.options]
            : field.options
        "
        @choose="$event !== undefined && set(field, $event)"
      />
      <template v-else-if="field.is === 'number'">
        {{ field.name.toLowerCase() }}
        <ManyNumber
          :name="field.name"
          :values="ids.map((id) => Number(valueOf(id, field.field)))"
          :unit="field.unit"
          :min="field.min"
          :max="field.max"
          :label="label(field)"
          :put="(edit, index, value) => edit.setFound(addressOf(kind, ids[index]!, field.field), value)"
        />
      </template>
      <label v-else>
        {{ field.name.toLowerCase() }}
        <input
          type="color"
          class="h-5 w-8 align-middle"
          :aria-label="`${field.name} of ${words}`"
          :value="value"
          @change="set(field, inputOf($event).value)"
        /><span v-if="differs" class="text-xs text-bone-3"> and others</span></label
      ></template
    >.
  </p>
</template>
