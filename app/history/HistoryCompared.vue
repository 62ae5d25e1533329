<script setup lang="ts">
import type { Change } from '~~/core/show'
import PartChoice from '~/parts/PartChoice.vue'
import PartText from '~/parts/PartText.vue'
import { refOf, thingIn } from '~/document/things'
import { useShow } from '~/document/show'
import { compared } from '~/run/compared'
import { useSelection } from '~/frame/selection'
import { count } from '~/words/time'
import { fieldWords, valueWords } from './field-words'
import { alike } from '~~/core/show'
import { useRun } from '~/run/current-run'
import FiredOtherwise from './FiredOtherwise.vue'
import { useHistory, type Side } from './history'
import { useTakes } from './takes'

/** Two versions beside each other: what came, what went, which numbers changed; each can be brought back. */
const store = useHistory()
const takes = useTakes()
const runs = useRun()
const doc = useShow()
const selection = useSelection()
const MARKS = { added: '+', removed: '−', changed: '·' } as const
/** So many of a thing's fields are told. */
const MOST = 6

const takeOf = (side: Side | undefined) => takes.takes.find(({ id }) => id === side?.take)
const revisionWords = (revision: number): string => {
  const name = store.versions.find((version) => version.revision === revision)?.name
  if (name) return `“${name}”`
  const edit = store.edits.find((each) => each.revision === revision)
  return edit ? `after “${edit.label}”` : revision === 1 ? 'as it began' : `revision ${revision}`
}
/** Where names are looked up: what is gone still has its own in the earlier version. */
const versions = computed(() => (compared.value ? [compared.value.after.show, compared.value.before.show] : [doc.now]))
const before = computed(() => store.before!)
const take = computed(() => takeOf(store.before))
const words = computed(() => (take.value ? `“${take.value.name}”` : revisionWords(before.value.revision)))
const until = computed((): { value: Side | undefined; words: string }[] => {
  const later = ({ revision }: Side) => revision > before.value.revision
  const isNamed = ({ revision }: Side) => store.versions.some((each) => each.revision === revision)
  const at = (revision: number): Side => ({ revision })
  return [
    { value: undefined, words: 'what is there now' },
    ...takes.takes.flatMap(({ id, revision, name, study }) =>
      study || id === before.value.take ? [] : [{ value: { revision, take: id }, words: `the take “${name}”` }],
    ),
    ...store.versions.filter(later).map(({ revision, name }) => ({ value: at(revision), words: `“${name}”` })),
    ...store.edits
      .filter((edit) => later(edit) && !isNamed(edit))
      .map(({ revision, label }) => ({ value: at(revision), words: `after “${label}”` })),
  ]
})
/** Whether the run that a take is compared with is somebody else's. */
const isOther = computed(
  () => take.value !== undefined && store.after === undefined && !alike(take.value.who, runs.who),
)
const rename = (name: string) => (take.value ? takes.rename(take.value, name) : store.name(before.value.revision, name))
const BECAME = { added: ', came since', removed: ', is gone', changed: '' } as const
const kindWords = ({ list, what }: Change) =>
  list === 'show' ? 'the show' : `${list.replace(/s$/, '')}${BECAME[what]}`
function go({ list, id }: Change) {
  if (list === 'show') return
  const [ref] = refOf({ list, id })
  if (ref && thingIn(doc.now, ref.kind, id)) selection.choose(ref.kind, id)
  if (list === 'cues' && doc.now.cues.some((cue) => cue.id === id)) selection.choose('cue', id)
  if (list === 'walks' && doc.now.walks.some((walk) => walk.id === id)) selection.choose('walk', id)
}
</script>

<template>
  <div class="space-y-3">
    <div class="flex items-baseline gap-2">
      <p class="min-w-0 flex-1 text-bone-2">
        From
        <PartText
          name="Name of this version"
          :value="take?.name ?? store.versions.find(({ revision }) => revision === before.revision)?.name ?? ''"
          :empty="words"
          @change="rename"
        />
        to <PartChoice name="Compared with" :value="store.after" :options="until" @choose="store.lookUntil($event)" />:
        <strong v-if="store.changes.length === 0" class="text-bone">nothing is otherwise.</strong>
        <template v-else>{{ count(store.changes.length, 'thing') }} otherwise.</template>
      </p>
      <button class="chip flex-none" @click="store.leave()">All edits</button>
    </div>
    <p v-if="take" class="text-xs text-bone-2">
      The take is of {{ takes.wordsOf(take.who)
      }}<template v-if="isOther"
        >, and the score follows {{ takes.wordsOf(runs.who) }}:
        <button class="part" @click="runs.follow(take.who)">follow the same</button></template
      >.
    </p>
    <FiredOtherwise />
    <p v-if="store.changes.length > 0 && store.after === undefined">
      <button class="button" @click="store.bringAllBack(words)">Bring everything back as it was then</button>
    </p>
    <ul class="space-y-2">
      <li
        v-for="change in store.changes"
        :key="`${change.list}/${change.id}`"
        class="border-t border-rule pt-2"
        data-change
      >
        <div class="flex items-baseline gap-2">
          <span
            class="w-3 flex-none font-mono"
            :class="change.what === 'removed' ? 'text-rust' : change.what === 'added' ? 'text-tide' : 'text-bone-3'"
            >{{ MARKS[change.what] }}</span
          >
          <button class="min-w-0 flex-1 truncate text-left hover:text-lamp" @click="go(change)">
            {{ change.name }} <span class="text-xs text-bone-3">{{ kindWords(change) }}</span>
          </button>
          <button v-if="store.after === undefined" class="chip flex-none" @click="store.bringBack(change)">
            {{ change.what === 'added' ? 'Take it away' : 'Bring it back' }}
          </button>
        </div>
        <dl v-if="change.fields.length > 0" class="mt-0.5 ml-5 text-xs text-bone-2">
          <div v-for="field in change.fields.slice(0, MOST)" :key="field.keys.join('/')" class="flex gap-2">
            <dt class="min-w-0 flex-1 truncate">{{ fieldWords(versions, field) }}</dt>
            <dd class="flex-none">
              {{ valueWords(doc.now, field.before) }} →
              <span class="text-bone">{{ valueWords(doc.now, field.after) }}</span>
            </dd>
          </div>
          <p v-if="change.fields.length > MOST">and {{ change.fields.length - MOST }} more</p>
        </dl>
      </li>
    </ul>
  </div>
</template>
