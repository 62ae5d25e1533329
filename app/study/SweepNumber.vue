<script setup lang="ts">
import { SWEPT, SWEPT_FIELDS, type SweptField } from '~~/core/study'
import PartChoice from '~/parts/PartChoice.vue'
import { useSweptRules, type SweptNumber } from './swept'

/** A number of a rule that fires a cue, and over which range it is tried. */
const number = defineModel<SweptNumber>({ required: true })
const props = defineProps<{ rules: readonly string[]; which: string }>()
const { ruleWords, fieldsOf, fresh } = useSweptRules()
const fields = computed(() => fieldsOf(number.value.rule))
function chooseField(field: SweptField) {
  number.value = fresh(number.value.rule, field)
}
function chooseRule(rule: string) {
  const { field } = number.value
  number.value = fresh(rule, fieldsOf(rule).includes(field) ? field : SWEPT_FIELDS[0]!)
}
const put = (range: [number, number]) => (number.value = { ...number.value, range })
const ends = ['From', 'To'] as const
const typed = (end: 0 | 1, event: Event) => {
  const value = Number((event.target as HTMLInputElement).value)
  const [from, to] = number.value.range
  put(end === 0 ? [value, to] : [from, value])
}
const label = (end: string) => (props.which === '' ? end : `${end}, ${props.which}`)
</script>

<template>
  <PartChoice
    :name="`What is tried${which}`"
    :value="number.field"
    :options="fields.map((each) => ({ value: each, words: SWEPT[each].name }))"
    @choose="chooseField"
  />
  of
  <PartChoice
    :name="`Of which rule${which}`"
    :value="number.rule"
    :options="rules.map((name) => ({ value: name, words: ruleWords(name) }))"
    @choose="chooseRule"
  />
  from
  <template v-for="(end, i) in ends" :key="end"
    ><template v-if="i === 1"> to </template
    ><input
      :value="number.range[i]"
      type="number"
      class="field min-h-6 w-12"
      :aria-label="label(end)"
      @change="typed(i as 0 | 1, $event)"
  /></template>
  {{ SWEPT[number.field].unit }}
</template>
