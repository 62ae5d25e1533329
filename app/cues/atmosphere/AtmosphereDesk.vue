<script setup lang="ts">
import { type Preset, keysOfWay } from '~~/core/show'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import DeletionAsked from '~/parts/DeletionAsked.vue'
import DeskHead from '~/parts/DeskHead.vue'
import PartText from '~/parts/PartText.vue'
import { atmospherePieces } from '../kinds/light-steps'
import SentencePieces from '~/sentence/SentencePieces.vue'
import AtmosphereSwatch from './AtmosphereSwatch.vue'
import { cuesGoingTo, freshPreset, removePreset } from './presets'

/** An atmosphere of one's own: how it looks, what it says, which cues go to it. */
const props = defineProps<{ preset: Preset }>()
const doc = useShow()
const selection = useSelection()
const users = computed(() => cuesGoingTo(doc.now, props.preset.id))
const pieces = computed(() => atmospherePieces(doc.now, props.preset))
const asks = ref(false)
const others = computed(() =>
  doc.now.atmospheres.filter(({ id }) => id !== props.preset.id).map(({ id, name }) => ({ value: id, words: name })),
)
const set = (field: 'name' | 'note', value: string | undefined, label: string) =>
  doc.edit(label, (edit) => edit.setFound(['atmospheres', props.preset.id, field], value))
function remove(instead?: string) {
  const { preset } = props
  asks.value = false
  selection.clear()
  doc.edit(`Delete ${preset.name}`, (edit) => removePreset(edit, preset, instead))
}
function duplicate() {
  const copy = freshPreset(doc.now, props.preset.name, props.preset)
  if (doc.edit(`Duplicate ${props.preset.name}`, (edit) => edit.add(['atmospheres'], copy)))
    selection.choose('atmosphere', copy.id)
}
</script>

<template>
  <div class="space-y-3">
    <DeskHead :name="preset.name" lit facts="atmosphere" @rename="set('name', $event, `Rename ${preset.name}`)" />
    <AtmosphereSwatch :atmosphere="preset" class="h-20 w-full" />
    <SentencePieces
      :pieces="pieces"
      :of="` of ${preset.name}`"
      class="leading-[1.95]"
      :put-in="(edit) => (way, value) => edit.setFound(['atmospheres', preset.id, ...keysOfWay(way)], value)"
    />
    <div class="flex gap-1.5">
      <button class="chip" @click="duplicate">Duplicate</button>
      <button class="chip" @click="users.length > 0 ? (asks = true) : remove()">Delete</button>
    </div>
    <DeletionAsked
      v-if="asks"
      :others="others"
      does="Delete it"
      @remove="remove()"
      @replace="remove"
      @leave="asks = false"
    >
      {{ users.map(({ name }) => name).join(', ') }} {{ users.length === 1 ? 'goes' : 'go' }} to it. Deleted, their
      steps keep what it says for themselves.
    </DeletionAsked>
    <p class="border-t border-rule pt-2 text-xs text-bone-3">
      <template v-if="users.length === 0">No cue goes to it yet.</template>
      <template v-else
        >Gone to by
        <template v-for="(user, i) in users" :key="user.id"
          ><template v-if="i > 0">, </template
          ><button class="part" @click="selection.choose('cue', user.id)">{{ user.name }}</button></template
        >.</template
      >
    </p>
    <div class="text-xs text-bone-3">
      Note
      <PartText
        name="Note"
        :value="preset.note ?? ''"
        empty="none"
        long
        @change="set('note', $event || undefined, `Note on ${preset.name}`)"
      />
    </div>
  </div>
</template>
