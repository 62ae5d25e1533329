<script setup lang="ts">
import { usesOf } from '~~/core/show'
import { freshFlag } from '~/document/making/fresh'
import { flagsOf, removeFlag, removeSignal, renameSignal, signalsOf, type Involved } from '~/document/flags-and-signals'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import DeletionAsked from '~/parts/DeletionAsked.vue'
import PartChoice from '~/parts/PartChoice.vue'
import PartNumber from '~/parts/PartNumber.vue'
import PartText from '~/parts/PartText.vue'

/** Every flag and every signal: who sets or sends it, who reads or hears it, and whether anybody does. */
const doc = useShow()
const selection = useSelection()
const flags = computed(() => flagsOf(doc.now))
const signals = computed(() => signalsOf(doc.now))
function go({ cue, step, zone }: Involved) {
  if (cue) {
    selection.choose('cue', cue)
    selection.openOne(step)
  } else if (zone) selection.choose('zone', zone)
}
const KINDS = [
  { value: false, words: 'no at the start' },
  { value: true, words: 'yes at the start' },
]
const addFlag = () => doc.edit('New flag', (edit) => edit.add(['flags'], freshFlag(doc.now)))
const rename = (from: string, to: string) =>
  doc.edit(`Rename the signal ${from}`, (edit) => renameSignal(edit, from, to))
const sides = (uses: { setBy: Involved[]; readBy: Involved[] }) => [
  { does: 'set by', users: uses.setBy, nobody: 'set by nobody' },
  { does: 'read by', users: uses.readBy, nobody: 'read by nobody' },
]
const ends = (uses: { sentBy: Involved[]; heardBy: Involved[] }) => [
  { does: 'sent by', users: uses.sentBy, nobody: 'sent by nobody' },
  { does: 'heard by', users: uses.heardBy, nobody: 'heard by nobody' },
]
const rows = computed(() => [
  ...flags.value.map((uses) => ({
    key: `flag/${uses.flag.id}`,
    flag: uses.flag,
    name: uses.flag.name,
    sides: sides(uses),
  })),
  ...signals.value.map((uses) => ({ key: `signal/${uses.name}`, flag: undefined, name: uses.name, sides: ends(uses) })),
])
type Row = (typeof rows.value)[number]
const isUsed = (row: Row) => row.sides.some(({ users }) => users.length > 0)
/** The row whose deletion is asked about. */
const asked = ref<string>()
const replacements = (row: Row) =>
  row.flag
    ? flags.value
        .filter(({ flag }) => flag !== row.flag && typeof flag.start === typeof row.flag!.start)
        .map(({ flag }) => ({ value: flag.id, words: flag.name }))
    : signals.value.filter(({ name }) => name !== row.name).map(({ name }) => ({ value: name, words: name }))
function remove(row: Row) {
  asked.value = undefined
  doc.edit(`Delete ${row.name}`, (edit) => (row.flag ? removeFlag(edit, row.flag.id) : removeSignal(edit, row.name)))
}
function replace(row: Row, by: string) {
  asked.value = undefined
  doc.edit(`Delete ${row.name}`, (edit) => {
    if (!row.flag) return renameSignal(edit, row.name, by)
    for (const { keys } of usesOf(edit.show, 'flags', row.flag.id)) edit.setFound(keys, by)
    edit.remove(['flags', row.flag.id])
  })
}
</script>

<template>
  <div>
    <ul class="mt-1 space-y-1.5 text-xs leading-relaxed text-bone-3" aria-label="Flags and signals">
      <li v-for="row in rows" :key="row.key" :data-row="row.key">
        <template v-if="row.flag">
          <PartText
            name="Flag"
            :value="row.name"
            @change="doc.edit(`Rename ${row.name}`, (e) => e.set(['flags', row.flag!.id, 'name'], $event))"
          />,
          <PartChoice
            v-if="typeof row.flag.start === 'boolean'"
            name="Start"
            :value="row.flag.start"
            :options="KINDS"
            @choose="doc.edit(`Start of ${row.name}`, (e) => e.set(['flags', row.flag!.id, 'start'], $event))"
          /><PartNumber
            v-else
            name="Start"
            :value="row.flag.start"
            :step="1"
            :label="`Start of ${row.name}`"
            :put="(e, v) => e.set(['flags', row.flag!.id, 'start'], v)"
          />
        </template>
        <template v-else
          >signal <PartText name="Signal" :value="row.name" @change="rename(row.name, $event)"
        /></template>
        <template v-for="side in row.sides" :key="side.does"
          >, <span v-if="side.users.length === 0" class="text-rust">{{ side.nobody }}</span><template v-else
            >{{ side.does }}
            <template v-for="(user, i) in side.users" :key="user.key"
              ><template v-if="i > 0">, </template
              ><button v-if="user.cue || user.zone" class="part" @click="go(user)">{{ user.name }}</button
              ><template v-else>{{ user.name }}</template></template
            ></template
          ></template
        >
        <button class="part ml-1" @click="isUsed(row) ? (asked = row.key) : remove(row)">Delete</button>
        <DeletionAsked
          v-if="asked === row.key"
          class="mt-1"
          :others="replacements(row)"
          @remove="remove(row)"
          @replace="replace(row, $event)"
          @leave="asked = undefined"
        >
          {{
            row.flag
              ? 'Steps that set it and conditions on it go too.'
              : 'Steps that send it and rules that listen to it go too.'
          }}
        </DeletionAsked>
      </li>
    </ul>
    <button class="chip mt-1.5" @click="addFlag">+ flag</button>
  </div>
</template>
