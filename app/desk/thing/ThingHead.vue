<script setup lang="ts">
import {
  addressOf,
  listedOf,
  nameOfThing,
  ownerOf,
  placeOfUse,
  thingIn,
  usesOfThing,
  type ThingRef,
} from '~/document/things'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { useThingEdits } from '~/plan/hand/thing-edits'
import InGroup from '~/parts/InGroup.vue'
import DeskHead from '~/parts/DeskHead.vue'
import PartText from '~/parts/PartText.vue'

/** The name of a thing, what it is in a line, and what depends on it. */
const props = defineProps<{ thing: ThingRef; facts: string }>()
const doc = useShow()
const { duplicate, remove } = useThingEdits()
const name = computed(() => nameOfThing(doc.now, props.thing))
const note = computed(() => thingIn(doc.now, props.thing.kind, props.thing.id)?.note ?? '')
const selection = useSelection()
/** Who depends on it, by name, and where one can go to see. */
const uses = computed(() => {
  const found = new Map<string, ReturnType<typeof placeOfUse>>()
  for (const use of usesOfThing(doc.now, props.thing)) {
    const name = ownerOf(doc.now, use)
    if (!found.has(name)) found.set(name, placeOfUse(doc.now, use))
  }
  return [...found].map(([name, place]) => ({ name, place }))
})
const MOST = 8
function go(place: ReturnType<typeof placeOfUse>) {
  if (!place) return
  selection.choose(place.kind, place.id)
  if (place.step) selection.openOne(place.step)
}
const set = (field: 'name' | 'note', value: string, label: string) =>
  doc.edit(label, (e) => e.setFound(addressOf(props.thing.kind, props.thing.id, field), value || undefined))
</script>

<template>
  <div class="space-y-3">
    <DeskHead :name="name" :facts="facts" @rename="set('name', $event, `Rename ${name}`)" />
    <div class="flex flex-wrap gap-1.5">
      <button class="chip" title="Ctrl+D" @click="duplicate()">Duplicate</button>
      <button class="chip" title="Delete" @click="remove()">Delete</button>
    </div>
    <slot />
    <p v-if="uses.length > 0" class="border-t border-rule pt-2 text-xs text-bone-3">
      Depended on by
      <template v-for="({ name: user, place }, i) in uses.slice(0, MOST)" :key="user"
        ><template v-if="i > 0">, </template><button v-if="place" class="part" @click="go(place)">{{ user }}</button
        ><template v-else>{{ user }}</template></template
      >{{ uses.length > MOST ? ` and ${uses.length - MOST} more` : '' }}.
    </p>
    <InGroup :thing="listedOf(thing)" :name="name" />
    <div class="text-xs text-bone-3">
      Note
      <PartText name="Note" :value="note" empty="none" long @change="set('note', $event, `Note on ${name}`)" />
    </div>
  </div>
</template>
