<script setup lang="ts">
import { useShow } from '~/document/show'
import { useView } from '~/frame/view'
import PartChoice from '~/parts/PartChoice.vue'
import { SENSES, SENSE_WORDS } from '~/words/step-kinds'
import { isFiltered, laneFilter, showAllLanes, type LaneFilter } from './lane-filter'

/** Which lanes the score shows, as a sentence. */
const emit = defineEmits<{ close: [] }>()
const doc = useShow()
const view = useView()
type Option<T> = { value: T | undefined; words: string }
const senses: Option<LaneFilter['sense']>[] = [
  { value: undefined, words: 'whatever they do' },
  ...SENSES.map((sense) => ({ value: sense, words: `that reach ${SENSE_WORDS[sense]}` })),
]
const kits = computed((): Option<string>[] => [
  { value: undefined, words: 'any kit or none' },
  ...doc.now.kits.map(({ id, name }) => ({ value: id, words: `the kit ${name}` })),
])
const tags = computed((): Option<string>[] => [
  { value: undefined, words: 'any tag or none' },
  ...[...new Set(doc.now.zones.flatMap((zone) => zone.tags))]
    .sort()
    .map((tag) => ({ value: tag, words: `the tag ${tag}` })),
])
const dids: Option<LaneFilter['did']>[] = [
  { value: undefined, words: 'whatever happened' },
  { value: 'fired', words: 'that fired' },
  { value: 'held', words: 'where something was held' },
  { value: 'neither', words: 'that were met and fired nothing' },
  { value: 'unmet', words: 'that were never met' },
]
</script>

<template>
  <div
    class="absolute top-7 right-2 z-20 w-80 rounded-[9px] border border-rule bg-ink-1 p-3 text-[14px] leading-[1.95] text-bone-2 shadow-xl"
    role="group"
    aria-label="Which lanes are shown"
    @keydown.esc.stop="emit('close')"
  >
    Lanes <PartChoice name="Sense" :value="laneFilter.sense" :options="senses" @choose="laneFilter.sense = $event" />,
    of <PartChoice name="Kit of lanes" :value="laneFilter.kit" :options="kits" @choose="laneFilter.kit = $event" />,
    with <PartChoice name="Tag" :value="laneFilter.tag" :options="tags" @choose="laneFilter.tag = $event" />,
    <PartChoice name="Happened" :value="laneFilter.did" :options="dids" @choose="laneFilter.did = $event" />.
    <p class="mt-1 flex flex-wrap gap-1.5">
      <button class="chip" :aria-pressed="view.bedsFirst" @click="view.bedsFirst = !view.bedsFirst">
        Beds at the top
      </button>
      <button class="chip" title="N" :aria-pressed="view.narrow" @click="view.narrow = !view.narrow">
        Narrow lanes
      </button>
      <button v-if="isFiltered" class="chip" @click="showAllLanes">All lanes</button>
    </p>
  </div>
</template>
