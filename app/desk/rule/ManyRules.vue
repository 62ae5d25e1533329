<script setup lang="ts">
import type { Editor, Rule, Zone } from '~~/core/show'
import { putIn, rulesHere, type RuleHere } from '~/document/making/rule-here'
import { useShow } from '~/document/show'
import ManyNumber from '~/parts/ManyNumber.vue'
import PartChoice from '~/parts/PartChoice.vue'
import { count } from '~/words/time'

/** The rules of several zones, changed together; of a kit's rules what these zones have otherwise. */
const props = defineProps<{ zones: readonly Zone[] }>()
const doc = useShow()
const rules = computed(() => props.zones.flatMap((zone) => rulesHere(doc.now, zone)))
const words = computed(() => count(rules.value.length, 'rule'))

interface ManyRuleField {
  name: string
  before: string
  unit?: string
  max?: number
  none?: string
  get: (rule: Rule) => number
  put: (edit: Editor, here: RuleHere, value: number) => void
}
const FIELDS: ManyRuleField[] = [
  {
    name: 'Times',
    before: 'at most',
    none: 'any number of',
    get: ({ limit }) => limit?.times ?? 0,
    put: (edit, here, value) =>
      putIn(here, edit, 'limit', value > 0 ? { times: Math.max(1, Math.round(value)) } : undefined),
  },
  {
    name: 'Cooldown',
    before: ' times, cooldown',
    unit: 's',
    get: ({ cooldown }) => cooldown?.seconds ?? 0,
    put: (edit, here, seconds) =>
      putIn(here, edit, 'cooldown', seconds > 0 ? { from: 'fire', ...here.rule.cooldown, seconds } : undefined),
  },
  {
    name: 'Debounce',
    before: ', debounce',
    unit: 's',
    get: ({ debounce }) => debounce,
    put: (edit, here, value) => putIn(here, edit, 'debounce', value),
  },
  {
    name: 'Chance in 10',
    before: ', chance',
    max: 10,
    get: ({ chance }) => Math.round(chance * 1e4) / 1e3,
    put: (edit, here, value) => putIn(here, edit, 'chance', value / 10),
  },
  {
    name: 'Delay',
    before: ' in 10, delay',
    unit: 's',
    get: ({ delay }) => delay,
    put: (edit, here, value) => putIn(here, edit, 'delay', value),
  },
]
const put = (field: ManyRuleField) => (edit: Editor, index: number, value: number) => {
  const here = rules.value[index]
  if (here) field.put(edit, here, value)
}
const isOn = computed(() => {
  const [first] = rules.value
  return rules.value.every(({ rule }) => rule.enabled === first?.rule.enabled) ? first?.rule.enabled : undefined
})
const ONS = [
  { value: true, words: 'switched on' },
  { value: false, words: 'switched off' },
]
const DIFFERENT = { value: undefined, words: 'some switched off' }
const turn = (on: boolean | undefined) =>
  on !== undefined &&
  doc.edit(`Switch ${words.value} ${on ? 'on' : 'off'}`, (edit) =>
    rules.value.forEach((here) => putIn(here, edit, 'enabled', on)),
  )
</script>

<template>
  <p v-if="rules.length > 0" class="text-[14px] leading-[1.95] text-bone-2" data-many-rules>
    Their {{ words }}:
    <PartChoice
      name="Rules switched"
      :value="isOn"
      :options="isOn === undefined ? [DIFFERENT, ...ONS] : ONS"
      @choose="turn"
    />,
    <template v-for="field in FIELDS" :key="field.name"
      >{{ field.before }}
      <ManyNumber
        :name="field.name"
        :values="rules.map(({ rule }) => field.get(rule))"
        :unit="field.unit"
        :min="0"
        :max="field.max"
        :none="field.none"
        :label="`${field.name} of ${words}`"
        :put="put(field)"
      /> </template
    >.
  </p>
</template>
