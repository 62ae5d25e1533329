<script setup lang="ts">
import type { Editor } from '~~/core/show'
import { steady } from '~/document/steady'
import { addressOf, groupThings, nameOfThing, THING_KINDS, thingIn } from '~/document/things'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import MeasuredInput from '~/parts/MeasuredInput.vue'
import TagsOfAll from '~/parts/TagsOfAll.vue'
import { align, distribute, turn, type Axis, type Edge } from '~/plan/hand/arranging'
import { carrying } from '~/plan/forms/carried'
import { useThingEdits } from '~/plan/hand/thing-edits'
import { moveThings } from '~/plan/forms/thing-forms'
import { count } from '~/words/time'
import ManyRules from '../rule/ManyRules.vue'
import ManyFields from './ManyFields.vue'

/** Several things at once: what can be done to all of them. */
const doc = useShow()
const selection = useSelection()
const view = useView()
const { duplicate, group, remove } = useThingEdits()
const all = computed(() => count(selection.things.length, 'thing'))
const kinds = computed(() =>
  THING_KINDS.map((kind) => ({
    kind,
    ids: selection.things.filter((thing) => thing.kind === kind).map(({ id }) => id),
  })).filter(({ ids }) => ids.length > 1),
)
/** The groups that some of them are in. */
const groups = steady(() =>
  doc.now.groups.filter((each) =>
    groupThings(each).some((ref) => selection.things.some((thing) => thing.kind === ref.kind && thing.id === ref.id)),
  ),
)
const zones = computed(() =>
  doc.now.zones.filter(({ id }) => selection.things.some((thing) => thing.kind === 'zone' && thing.id === id)),
)
/** Only for the ear, and only here. */
const areMuted = computed(() => zones.value.every(({ id }) => view.muted.has(id)))
function mute() {
  const on = !areMuted.value
  for (const { id } of zones.value) {
    if (on) view.muted.add(id)
    else view.muted.delete(id)
  }
}
const edit = (label: string, work: (edit: Editor) => void) => doc.edit(`${label} ${all.value}`, carrying(work))
const LINES: { words: string; axis: Axis; edge: Edge }[] = [
  { words: 'West sides', axis: 'x', edge: 'least' },
  { words: 'Middles, west to east', axis: 'x', edge: 'middle' },
  { words: 'East sides', axis: 'x', edge: 'most' },
  { words: 'North sides', axis: 'z', edge: 'least' },
  { words: 'Middles, north to south', axis: 'z', edge: 'middle' },
  { words: 'South sides', axis: 'z', edge: 'most' },
]
const SPREADS: { words: string; axis: Axis }[] = [
  { words: 'west to east', axis: 'x' },
  { words: 'north to south', axis: 'z' },
]
const degrees = ref(90)

const by = reactive({ x: 0, z: 0 })
function move() {
  const before = doc.now
  edit('Move', (e) => moveThings(e, before, selection.things, by.x, by.z))
}

/** What has tags: zones and props. */
const tagged = computed(() =>
  selection.things.flatMap((ref) => {
    const thing = thingIn(doc.now, ref.kind, ref.id)
    return thing && 'tags' in thing ? [{ ref, tags: thing.tags }] : []
  }),
)
function tag(now: readonly string[][], label: string) {
  doc.edit(`${label} ${count(tagged.value.length, 'thing')}`, (e) =>
    tagged.value.forEach(({ ref }, i) => e.setFound(addressOf(ref.kind, ref.id, 'tags'), now[i])),
  )
}
</script>

<template>
  <div class="space-y-3">
    <h2 class="text-[17px] font-semibold">{{ all }} chosen</h2>
    <div class="flex flex-wrap gap-1.5">
      <button class="chip" title="Ctrl+D" @click="duplicate()">Duplicate</button>
      <button class="chip" title="Delete" @click="remove()">Delete</button>
      <button class="chip" title="Ctrl+G" @click="group()">Make a group</button>
      <button v-if="zones.length > 1" class="chip" :aria-pressed="areMuted" @click="mute">
        {{ areMuted ? 'Muted' : 'Mute them' }}
      </button>
      <button v-for="one in groups" :key="one.id" class="chip" @click="selection.choose('group', one.id)">
        All of {{ one.name }}
      </button>
    </div>
    <ManyFields v-for="{ kind, ids } in kinds" :key="kind" :kind="kind" :ids="ids" />
    <ManyRules v-if="zones.length > 1" :zones="zones" />
    <p v-if="tagged.length > 1" class="text-bone-2">
      Tags: <TagsOfAll :tags="tagged.map((each) => each.tags)" @change="tag" />
    </p>
    <div>
      <h3 class="mb-1 font-semibold text-bone-2">Into line</h3>
      <div class="flex flex-wrap gap-1.5">
        <button
          v-for="{ words, axis, edge } in LINES"
          :key="words"
          class="chip"
          @click="edit('Align', (e) => align(e, selection.things, axis, edge))"
        >
          {{ words }}
        </button>
      </div>
    </div>
    <div v-if="selection.things.length > 2" class="flex flex-wrap items-baseline gap-1.5">
      <h3 class="font-semibold text-bone-2">Spread evenly</h3>
      <button
        v-for="{ words, axis } in SPREADS"
        :key="axis"
        class="chip"
        @click="edit('Spread', (e) => distribute(e, selection.things, axis))"
      >
        {{ words }}
      </button>
    </div>
    <form class="flex items-baseline gap-1.5" @submit.prevent="move">
      <h3 class="font-semibold text-bone-2">Move together</h3>
      by
      <MeasuredInput v-model="by.x" name="How far to the east" unit="m" /> east,
      <MeasuredInput v-model="by.z" name="How far to the south" unit="m" /> south
      <button class="chip">Move</button>
    </form>
    <form class="flex items-baseline gap-1.5" @submit.prevent="edit('Turn', (e) => turn(e, selection.things, degrees))">
      <h3 class="font-semibold text-bone-2">Turn together</h3>
      by
      <MeasuredInput v-model="degrees" name="How far it turns" unit="°" />
      <button class="chip">Turn</button>
    </form>
    <p class="text-bone-2">
      Drag one in the plan and all of them come along. Shift with a click takes one more or less; Ctrl+C and Ctrl+V put
      them elsewhere, also in another show.
    </p>
    <div class="flex flex-wrap gap-1.5">
      <button
        v-for="one in selection.things"
        :key="`${one.kind}/${one.id}`"
        class="chip"
        @click="selection.choose(one.kind, one.id)"
      >
        {{ nameOfThing(doc.now, one) }}
      </button>
    </div>
  </div>
</template>
