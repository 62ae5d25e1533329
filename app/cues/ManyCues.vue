<script setup lang="ts">
import type { Cue } from '~~/core/show'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import PartChoice from '~/parts/PartChoice.vue'
import { count } from '~/words/time'
import { removeCue } from './edits/cue-edits'
import ManySteps from './step/ManySteps.vue'

/** Several cues at once: what can be changed of all of them, and of all their steps. */
const props = defineProps<{ cues: readonly Cue[] }>()
const doc = useShow()
const selection = useSelection()
const words = computed(() => count(props.cues.length, 'cue'))
const steps = computed(() => props.cues.flatMap((cue) => cue.steps.map((step) => ({ cue: cue.id, step }))))
const FORS: { value: Cue['for'] | undefined; words: string }[] = [
  { value: 'whoever', words: 'whoever set them off' },
  { value: 'everyone', words: 'everyone' },
  { value: 'inside', words: 'everyone inside the zone' },
]
const VARIOUS = { value: undefined, words: 'various' }
const whom = computed(() => {
  const [first] = props.cues
  return props.cues.every((cue) => cue.for === first?.for) ? first?.for : undefined
})
const areScares = computed(() => props.cues.every(({ scare }) => scare))
function put<F extends 'for' | 'scare'>(field: F, value: Cue[F], label: string) {
  doc.edit(`${label} ${words.value}`, (edit) => {
    for (const { id } of props.cues) edit.setFound(['cues', id, field], value)
  })
}
/** Asked once more: what fires them goes with them. */
const asks = ref(false)
function remove() {
  const ids = props.cues.map(({ id }) => id)
  selection.clear()
  doc.edit(`Delete ${words.value}`, (edit) => ids.forEach((id) => removeCue(edit, id)))
}
</script>

<template>
  <div class="space-y-3">
    <h2 class="text-[17px] font-semibold">{{ words }} chosen</h2>
    <p class="text-[13px] leading-[1.9] text-bone-2">
      For
      <PartChoice
        name="For"
        :value="whom"
        :options="whom === undefined ? [VARIOUS, ...FORS] : FORS"
        @choose="$event !== undefined && put('for', $event, 'Who gets')"
      />.
      <button class="chip ml-1.5" :aria-pressed="areScares" @click="put('scare', !areScares, 'Mark')">
        {{ areScares ? 'Scares' : 'Mark as scares' }}
      </button>
      <button class="chip ml-1.5" @click="asks ? remove() : (asks = true)">
        {{ asks ? 'Delete them, and the rules that fire them' : 'Delete' }}
      </button>
    </p>
    <ManySteps v-if="steps.length > 1" :steps="steps" />
    <div class="flex flex-wrap gap-1.5">
      <button v-for="cue in cues" :key="cue.id" class="chip" @click="selection.choose('cue', cue.id)">
        {{ cue.name }}
      </button>
    </div>
    <p class="text-bone-3">Shift with a click on the shelf takes one more, or one less.</p>
  </div>
</template>
