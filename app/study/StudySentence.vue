<script setup lang="ts">
import type { Editor, Population } from '~~/core/show'
import { useShow } from '~/document/show'
import PartChoice from '~/parts/PartChoice.vue'
import PartNumber from '~/parts/PartNumber.vue'
import PartText from '~/parts/PartText.vue'
import { setTrait, usePopulation, type Trait } from './population'
import StudyAgainst from './StudyAgainst.vue'
import StudyWalks from './StudyWalks.vue'
import { MOST_WALKERS, useStudy } from './study'

/** Who sets out, as a sentence whose parts are turned, and how far they have come. */
const study = useStudy()
const doc = useShow()
const { population, isNamed, all, choose, add, rename, remove } = usePopulation()
const ANOTHER = ''
const populations = computed(() => [
  ...all.value.map(({ id, name }) => ({ value: id, words: name })),
  { value: ANOTHER, words: 'Another, like these' },
])
const draft = ref<string>()
function end(keeps: boolean) {
  const wanted = Math.round(Number(draft.value?.replace(/[\s,]/g, '')))
  draft.value = undefined
  if (!keeps || !(wanted >= 1) || wanted === study.walkers) return
  study.walkers = Math.min(MOST_WALKERS, wanted)
  void study.begin()
}
const thousands = (n: number) => n.toLocaleString('en')
const field = ref<HTMLInputElement>()
async function beginCount() {
  draft.value = String(study.walkers)
  await nextTick()
  field.value?.select()
}
const TEETH = 50
const home = computed(() => study.outcomes.length / Math.max(1, study.walkers))

/** A number of the sentence: what stands around it, and how it is put. */
interface NumberPart {
  before: string
  name: string
  value: number
  unit?: string
  min?: number
  max?: number
  step?: number
  put: (edit: Editor, value: number) => void
}
const at = <T extends Trait>(trait: T, value: (typed: number) => Population[T]) => ({
  put: (edit: Editor, typed: number) => setTrait(edit, population.value, trait, value(typed)),
})
type Ranged = 'pace' | 'pauses' | 'start'
function range(trait: Ranged, name: string, before: string, more: Partial<NumberPart>): NumberPart[] {
  const [least, most] = population.value[trait]
  const low = { name: `Least ${name}`, value: least, ...at(trait, (typed) => [typed, Math.max(typed, most)]) }
  const high = { name: `Most ${name}`, value: most, ...at(trait, (typed) => [Math.min(typed, least), typed]) }
  return [
    { ...more, before, ...low, unit: undefined },
    { ...more, before: ' to ', ...high },
  ]
}
type Shared = 'turnsBack' | 'dithers' | 'presses' | 'looks'
const share = (trait: Shared, name: string, before: string): NumberPart => {
  const put = at(trait, (typed) => typed / 100)
  return { before, name, value: population.value[trait] * 100, unit: '%', min: 0, max: 100, step: 1, ...put }
}
const numbers = computed((): NumberPart[] => [
  ...range('pace', 'pace', ' each at ', { min: 0.1, max: 10, step: 0.05 }),
  ...range('pauses', 'pause', ' times its pace, pausing ', { min: 0, max: 100 }),
  ...range('start', 'delay', ' times as long, setting out ', { unit: 's', min: 0, max: 3600 }),
  { before: ' later, up to ', name: 'Aside', value: population.value.aside, unit: 'm', min: 0, max: 10, ...at('aside', (typed) => typed) }, // prettier-ignore
  share('turnsBack', 'Turn back', ' aside; '),
  share('dithers', 'Dither', ' turn back, '),
  share('looks', 'Look elsewhere', ' dither at a doorway; they look elsewhere at '),
  share('presses', 'Presses', ' of its points, and do '),
])
const isOwn = computed(() => population.value.walks.length > 1)
const goTogether = (together: boolean) =>
  doc.edit(together ? 'Let them go all at once' : 'Let each go one walk', (edit) =>
    setTrait(edit, population.value, 'together', together),
  )
</script>

<template>
  <div class="flex flex-none items-start gap-4 border-b border-rule px-3.5 py-2.5">
    <div class="min-w-0 flex-1">
      <p class="leading-6" data-sentence>
        <input
          v-if="draft !== undefined"
          ref="field"
          v-model="draft"
          class="field w-20"
          aria-label="How many walkers"
          inputmode="numeric"
          @keydown.enter="end(true)"
          @keydown.esc.stop="end(false)"
          @blur="end(true)"
        /><button v-else class="part" title="How many set out" @click="beginCount">
          {{ thousands(study.walkers) }} walkers</button
        >,
        <PartChoice
          name="Who sets out"
          :value="population.id"
          :options="populations"
          @choose="$event === ANOTHER ? add() : choose($event)"
        /><template v-if="isNamed">
          (<PartText name="What they are called" :value="population.name" @change="rename" /><button
            class="part min-w-6"
            :aria-label="`Remove ${population.name}`"
            title="These numbers are forgotten"
            @click="remove"
          >
            ×</button
          >)</template
        >, go <StudyWalks /><template v-if="isOwn"
          >,
          <PartChoice
            name="Together"
            :value="population.together"
            :options="[
              { value: false, words: 'one of them each' },
              { value: true, words: 'all at once' },
            ]"
            @choose="goTogether" /></template
        >,<template v-for="{ before, ...number } in numbers" :key="number.name"
          >{{ before }}<PartNumber v-bind="number" :label="`Say who ${population.name} are`"
        /></template>
        of its presses.
      </p>
      <StudyAgainst />
    </div>
    <span
      class="mt-1 flex h-4 items-end gap-px"
      role="progressbar"
      :aria-valuenow="study.outcomes.length"
      aria-valuemin="0"
      :aria-valuemax="study.walkers"
      aria-label="Walkers that are home"
    >
      <span
        v-for="tooth in TEETH"
        :key="tooth"
        class="w-[2px]"
        :class="[tooth % 10 === 1 ? 'h-4' : 'h-3', tooth <= home * TEETH ? 'bg-lamp' : 'bg-ink-3']"
      />
    </span>
    <span class="font-mono text-xs leading-6 whitespace-nowrap" data-home
      >{{ thousands(study.outcomes.length) }} home{{ study.isOld ? ', of what was before' : '' }}</span
    >
    <button v-if="study.isGoing" class="button" @click="study.stop">Stop here</button>
    <button v-else class="button" @click="study.begin">Again</button>
  </div>
</template>
