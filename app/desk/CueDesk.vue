<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { freeId, rulesAt, usesOf, type Cue, type Step, type StepKind } from '~~/core/show'
import { freshStep } from '~/document/fresh-step'
import { middleOf } from '~~/core/space'
import { solidOfZone } from '~/plan/geometry'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import { lengthWords } from '~/words/sentences'
import { OFFERED, stepWords, wordsOf } from '~/words/step-kinds'
import PartChoice from './PartChoice.vue'
import StepFields from './StepFields.vue'
import { soundNamedBy } from '~/sound/hear-by-key'
import PartText from './PartText.vue'
import { useMenuPlace } from '~/frame/menu-place'

/** A cue as a plain list of its steps. */
const props = defineProps<{ cue: Cue }>()
const doc = useShow()
const selection = useSelection()
const fors = [
  { value: 'whoever' as const, words: 'whoever set it off' },
  { value: 'everyone' as const, words: 'everyone' },
  { value: 'inside' as const, words: 'everyone inside the zone' },
]
const addable = computed(() => OFFERED.filter((kind) => freshStep(doc.show!, kind, 'x') !== undefined))
const firedBy = computed(() =>
  doc.show!.zones.filter((zone) => rulesAt(doc.show!, zone).some((rule) => rule.cue === props.cue.id)),
)
/** Where the cue is fired first: new steps take what stands there. */
const near = computed(() => firedBy.value[0] && middleOf(solidOfZone(doc.show!, firedBy.value[0])))
const uses = computed(() => usesOf(doc.show!, 'cues', props.cue.id).length)

function add(kind: StepKind) {
  // A prompt's channel is named after its step, so ids differ in the whole show.
  const taken = doc.show!.cues.flatMap((cue) => cue.steps.map((step) => step.id))
  const step = freshStep(doc.show!, kind, freeId(kind, taken), near.value)
  if (step && doc.edit(`Add ${kind} to ${props.cue.name}`, (e) => e.add(['cues', props.cue.id, 'steps'], step)))
    selection.openStep = step.id
}
/** The steps as they come in time; those of one time in the order in which they begin. */
const inTime = computed(() => [...props.cue.steps].sort((a, b) => a.at - b.at))
/** The step that comes just before or after one at the same time: only there the order is anybody's choice. */
function beside(index: number, by: number): Step | undefined {
  const other = inTime.value[index + by]
  return other?.at === inTime.value[index]!.at ? other : undefined
}
function shift(step: Step, other: Step) {
  const index = props.cue.steps.indexOf(other)
  doc.edit(`Reorder ${props.cue.name}`, (e) => {
    e.remove(['cues', props.cue.id, 'steps', step.id])
    e.add(['cues', props.cue.id, 'steps'], step, index)
  })
}
const set = (field: string, value: unknown, label: string) =>
  doc.edit(label, (e) => e.set(['cues', props.cue.id, field], value))
function remove() {
  selection.clear()
  doc.edit(`Delete ${props.cue.name}`, (e) => e.remove(['cues', props.cue.id]))
}
const { place } = useMenuPlace('bottom-end')
</script>

<template>
  <div class="space-y-3">
    <div class="flex items-start gap-2">
      <div class="min-w-0 flex-1">
        <h2 class="text-[17px] font-semibold text-lamp">
          <PartText
            name="Name"
            :value="cue.name"
            class="!border-transparent !text-lamp hover:!border-lamp"
            @change="set('name', $event, `Rename ${cue.name}`)"
          />
        </h2>
        <p class="text-xs text-bone-3">
          cue · {{ count(cue.steps.length, 'step') }} · for
          <PartChoice
            name="For"
            :value="cue.for"
            :options="fors"
            @choose="set('for', $event, `Who gets ${cue.name}`)"
          />
        </p>
      </div>
      <Menu as="div" class="relative">
        <MenuButton ref="opener" class="chip">+ step</MenuButton>
        <MenuItems as="template"
          ><div ref="menu" class="menu grid w-72 grid-cols-2" :style="place">
            <MenuItem v-for="kind in addable" :key="kind" v-slot="{ active }"
              ><button class="menu-item" :class="{ 'bg-ink-3': active }" @click="add(kind)">
                {{ wordsOf(kind).name }}
              </button></MenuItem
            >
          </div></MenuItems
        >
      </Menu>
    </div>
    <p class="text-xs text-bone-2">
      Fired by
      <template v-for="(zone, i) in firedBy" :key="zone.id"
        ><template v-if="i > 0">, </template
        ><button class="part" @click="selection.choose('zone', zone.id)">{{ zone.name }}</button></template
      >
      <template v-if="firedBy.length === 0">nothing yet</template>.
      <button class="chip ml-2" :aria-pressed="cue.scare" @click="set('scare', !cue.scare, `Mark ${cue.name}`)">
        {{ cue.scare ? 'A scare' : 'Not a scare' }}
      </button>
      <button v-if="uses === 0" class="chip ml-1.5" @click="remove">Delete</button>
    </p>
    <p v-if="cue.steps.length === 0" class="text-bone-2">
      Nothing happens yet. Add a step: what is heard, seen or felt first.
    </p>
    <ol class="border-t border-rule">
      <li
        v-for="(step, index) in inTime"
        :key="step.id"
        class="border-b border-rule py-1.5"
        :class="{ 'opacity-45': step.muted }"
        :data-step="step.id"
        :data-hears="soundNamedBy(step)"
        :title="soundNamedBy(step) && 'H hears it'"
      >
        <div class="flex items-baseline gap-2">
          <span class="w-12 font-mono text-[10px] text-bone-3">{{ step.at.toFixed(1) }} s</span>
          <button
            class="min-w-0 flex-1 text-left"
            :aria-expanded="selection.openStep === step.id"
            @click="selection.openStep = selection.openStep === step.id ? undefined : step.id"
          >
            {{ stepWords(doc.show!, step) }}
            <span class="text-xs text-bone-3">{{ lengthWords(doc.show!, step) }}</span>
          </button>
          <button
            class="text-xs text-bone-3 enabled:hover:text-bone disabled:opacity-0"
            :aria-label="`Move ${step.kind} up`"
            :disabled="!beside(index, -1)"
            @click="shift(step, beside(index, -1)!)"
          >
            up
          </button>
          <button
            class="text-xs text-bone-3 enabled:hover:text-bone disabled:opacity-0"
            :aria-label="`Move ${step.kind} down`"
            :disabled="!beside(index, 1)"
            @click="shift(step, beside(index, 1)!)"
          >
            down
          </button>
          <button
            class="text-xs text-bone-3 hover:text-bone"
            @click="
              doc.edit(`Mute a step of ${cue.name}`, (e) =>
                e.set(['cues', cue.id, 'steps', step.id, 'muted'], !step.muted),
              )
            "
          >
            {{ step.muted ? 'unmute' : 'mute' }}
          </button>
          <button
            class="text-xs text-bone-3 hover:text-bone"
            @click="doc.edit(`Remove a step of ${cue.name}`, (e) => e.remove(['cues', cue.id, 'steps', step.id]))"
          >
            remove
          </button>
        </div>
        <StepFields v-if="selection.openStep === step.id" class="mt-1.5 pl-14" :cue="cue" :step="step" />
      </li>
    </ol>
  </div>
</template>
