<script setup lang="ts">
import { usesOf, type Cue } from '~~/core/show'
import { useFields } from '~/document/fields'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import WithoutButton from '~/frame/WithoutButton.vue'
import DeletionAsked from '~/parts/DeletionAsked.vue'
import InGroup from '~/parts/InGroup.vue'
import PartChoice from '~/parts/PartChoice.vue'
import DeskHead from '~/parts/DeskHead.vue'
import { count } from '~/words/time'
import AddStep from './AddStep.vue'
import FireFrom from './FireFrom.vue'
import { firersOf } from './edits/firers'
import ManySteps from './step/ManySteps.vue'
import StepRow from './step/StepRow.vue'
import { removeCue, replaceCue } from './edits/cue-edits'

/** A cue: who gets it, what fires it, and its steps as they come in time, each a sentence once it is open. */
const props = defineProps<{ cue: Cue }>()
const doc = useShow()
const selection = useSelection()
const view = useView()
const fors = [
  { value: 'whoever' as const, words: 'whoever set it off' },
  { value: 'everyone' as const, words: 'everyone' },
  { value: 'inside' as const, words: 'everyone inside the zone' },
]
const firers = computed(() => firersOf(doc.now, props.cue.id))
const zones = computed(() => [...new Set(firers.value.flatMap(({ zone }) => zone ?? []))])
const others = computed(() =>
  doc.cues.filter(({ id }) => id !== props.cue.id).map(({ id, name }) => ({ value: id, words: name })),
)
/** Cues that end it. */
const endedBy = computed(() =>
  doc.cues.filter(({ steps }) => steps.some((step) => step.kind === 'stop' && step.cue === props.cue.id)),
)
const uses = computed(() => usesOf(doc.now, 'cues', props.cue.id).length)
const asks = ref(false)

/** The steps as they come in time; those of one time in the order in which they begin. */
const inTime = computed(() => [...props.cue.steps].sort((a, b) => a.at - b.at))
/** Several steps that are held together. */
const held = computed(() =>
  props.cue.steps.filter(({ id }) => selection.steps.includes(id)).map((step) => ({ cue: props.cue.id, step })),
)
const { set } = useFields('cues', () => props.cue.id)
function remove(instead?: string) {
  const { cue } = props
  asks.value = false
  selection.clear()
  doc.edit(`Delete ${cue.name}`, (edit) => {
    if (instead !== undefined) replaceCue(edit, cue.id, instead)
    removeCue(edit, cue.id)
  })
  if (instead !== undefined) selection.choose('cue', instead)
}
</script>

<template>
  <div class="space-y-3">
    <div class="flex items-start gap-2">
      <DeskHead :name="cue.name" lit @rename="set('name', $event, `Rename ${cue.name}`)">
        cue · {{ count(cue.steps.length, 'step') }} · for
        <PartChoice name="For" :value="cue.for" :options="fors" @choose="set('for', $event, `Who gets ${cue.name}`)" />
      </DeskHead>
      <AddStep :cue="cue" />
    </div>
    <p class="text-xs leading-relaxed text-bone-2">
      Fired by
      <template v-for="(zone, i) in zones" :key="zone.id"
        ><template v-if="i > 0">, </template
        ><button class="part" @click="selection.choose('zone', zone.id)">{{ zone.name }}</button></template
      >
      <template v-if="firers.length === 0">nothing yet. <FireFrom :cue="cue" /></template
      ><template v-else-if="zones.length === 0">a rule without a zone</template
      ><template v-if="firers.length > 0">.</template>
      <template v-if="endedBy.length > 0"
        >Ended by
        <template v-for="(other, i) in endedBy" :key="other.id"
          ><template v-if="i > 0">, </template
          ><button class="part" @click="selection.choose('cue', other.id)">{{ other.name }}</button></template
        >.</template
      >
      <button class="chip ml-2" :aria-pressed="cue.scare" @click="set('scare', !cue.scare, `Mark ${cue.name}`)">
        {{ cue.scare ? 'A scare' : 'Not a scare' }}
      </button>
      <button class="chip ml-1.5" @click="uses > 0 ? (asks = true) : remove()">Delete</button>
      <WithoutButton class="ml-1.5" :piece="{ kind: 'cue', id: cue.id }" />
      <button v-if="view.looks === 'desk'" class="chip ml-1.5" @click="view.looks = 'cues'">On its stave</button>
    </p>
    <DeletionAsked v-if="asks" :others="others" @remove="remove()" @replace="remove" @leave="asks = false">
      Deleting it takes {{ count(firers.length, 'rule') }}
      <template v-if="zones.length > 0">of {{ zones.map(({ name }) => name).join(', ') }}</template>
      with it<template v-if="endedBy.length > 0"
        >, and the steps of {{ endedBy.map(({ name }) => name).join(', ') }} that end it</template
      >.
    </DeletionAsked>
    <p v-if="cue.steps.length === 0" class="text-bone-2">
      Nothing happens yet. Add a step: what is heard, seen or felt first.
    </p>
    <ManySteps v-if="held.length > 1" :steps="held" />
    <ol class="border-t border-rule">
      <StepRow
        v-for="(step, index) in inTime"
        :key="step.id"
        :cue="cue"
        :step="step"
        :in-time="inTime"
        :index="index"
      />
    </ol>
    <InGroup :thing="{ list: 'cues', id: cue.id }" :name="cue.name" />
  </div>
</template>
