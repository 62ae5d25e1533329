<script setup lang="ts">
import { itemOf, fragmentOf, writeShow, type Group, type Listed } from '~~/core/show'
import { download } from '~/document/download'
import { membersOf, putInGroup } from '~/document/groups'
import { useFields } from '~/document/fields'
import { useShow } from '~/document/show'
import { refOf } from '~/document/things'
import { useSelection, type Chosen } from '~/frame/selection'
import { useView } from '~/frame/view'
import WithoutButton from '~/frame/WithoutButton.vue'
import DeskHead from '~/parts/DeskHead.vue'
import PartText from '~/parts/PartText.vue'
import { useThingEdits } from '~/plan/hand/thing-edits'
import { removeCue } from '~/cues/edits/cue-edits'
import { removeThing } from '~/document/things'
import { count } from '~/words/time'

/** What belongs together under one name: moved, switched, hidden, copied and taken out of the run as one. */
const props = defineProps<{ group: Group }>()
const doc = useShow()
const selection = useSelection()
const view = useView()
const { chosen, duplicate } = useThingEdits()
const { set } = useFields('groups', () => props.group.id)

const WORDS: { [list in Listed['list']]?: string } = { zones: 'Zones', cues: 'Cues', props: 'Props', lights: 'Lights', marks: 'Marks', floors: 'Floors', walls: 'Walls', sounds: 'Sounds', walks: 'Walks' } // prettier-ignore
const members = computed(() => membersOf(props.group))
const lists = computed(() =>
  Object.entries(WORDS).flatMap(([list, words]) => {
    const all = members.value.filter((member) => member.list === list)
    return all.length > 0 ? [{ words, all }] : []
  }),
)
const nameOf = (thing: Listed) => itemOf(doc.now, thing)?.name ?? thing.id
const KINDS: { [list in Listed['list']]?: Chosen['kind'] } = { cues: 'cue', walks: 'walk' }
function go(thing: Listed) {
  const kind = refOf(thing)[0]?.kind ?? KINDS[thing.list]
  if (kind) selection.choose(kind, thing.id)
}
const takeOut = (thing: Listed) =>
  doc.edit(`Take ${nameOf(thing)} out of ${props.group.name}`, (edit) => putInGroup(edit, thing, undefined))

const zones = computed(() => doc.now.zones.filter(({ id }) => props.group.zones?.includes(id)))
const isOn = computed(() => zones.value.some(({ enabled }) => enabled))
function turn() {
  const to = !isOn.value
  doc.edit(`Switch ${props.group.name} ${to ? 'on' : 'off'}`, (edit) => {
    for (const { id } of zones.value) edit.set(['zones', id, 'enabled'], to)
  })
}
const isHidden = computed(() => view.hidden.has(props.group.id))
function hide() {
  if (!view.hidden.delete(props.group.id)) view.hidden.add(props.group.id)
}
function save() {
  const document = writeShow({ ...fragmentOf(doc.now, chosen()), title: props.group.name })
  download(new Blob([document], { type: 'application/json' }), `${props.group.name}.json`)
}
const ungroup = () => doc.edit(`Let go of ${props.group.name}`, (edit) => edit.remove(['groups', props.group.id]))
const asks = ref(false)
function remove() {
  asks.value = false
  const { group } = props
  const all = members.value
  doc.edit(`Delete ${group.name} with all that is in it`, (edit) => {
    for (const { list, id } of all) if (list === 'cues') removeCue(edit, id)
    for (const thing of all) for (const ref of refOf(thing)) removeThing(edit, ref)
    edit.remove(['groups', group.id])
  })
}
</script>

<template>
  <div class="space-y-3">
    <DeskHead
      :name="group.name"
      :facts="`group of ${count(members.length, 'thing')}`"
      @rename="set('name', $event, `Rename ${group.name}`)"
    />
    <div class="flex flex-wrap gap-1.5">
      <button v-if="zones.length > 0" class="chip" :aria-pressed="isOn" @click="turn">{{ isOn ? 'On' : 'Off' }}</button>
      <WithoutButton :piece="{ kind: 'group', id: group.id }" />
      <button class="chip" :class="{ '!border-tide !text-tide': isHidden }" :aria-pressed="isHidden" @click="hide">
        {{ isHidden ? 'Hidden in the plan' : 'Hide in the plan' }}
      </button>
      <button class="chip" title="Ctrl+D" @click="duplicate()">Duplicate</button>
      <button class="chip" title="As a show of its own, which can be brought into another" @click="save">Export</button>
      <button class="chip" title="Its things stay" @click="ungroup">Let go</button>
      <button class="chip" @click="asks = true">Delete</button>
    </div>
    <p v-if="asks" role="alert" class="rounded-md border border-rust px-3 py-2 text-xs text-bone-2">
      Deletes its {{ count(members.length, 'thing') }} with what can’t be without them. Let go takes only the group
      away.
      <span class="mt-1.5 flex gap-1.5">
        <button class="chip" @click="remove">Delete all of it</button>
        <button class="chip" @click="asks = false">Leave it</button>
      </span>
    </p>
    <div v-for="{ words, all } in lists" :key="words" class="text-bone-2">
      <h3 class="mb-1 text-xs text-bone-3">{{ words }}</h3>
      <ul class="flex flex-wrap gap-1.5">
        <li v-for="thing in all" :key="thing.id" class="flex">
          <button class="chip !rounded-r-none" @click="go(thing)">{{ nameOf(thing) }}</button>
          <button
            class="chip -ml-px !rounded-l-none !px-1.5"
            :aria-label="`Take ${nameOf(thing)} out`"
            @click="takeOut(thing)"
          >
            ×
          </button>
        </li>
      </ul>
    </div>
    <p v-if="members.length === 0" class="text-bone-2">
      Nothing is in it. Each thing, cue and walk says at its desk which group it belongs to.
    </p>
    <p class="text-xs text-bone-3">
      Drag one of its things in the plan and all come along; Ctrl+C takes all of it to another show.
    </p>
    <div class="text-xs text-bone-3">
      Note
      <PartText
        name="Note"
        :value="group.note ?? ''"
        empty="none"
        long
        @change="set('note', $event || undefined, `Note on ${group.name}`)"
      />
    </div>
  </div>
</template>
