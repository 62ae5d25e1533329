<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { keepsBoth, ruleNamed, rulesOfCue, setSwept, SWEPT, SWEPT_FIELDS, valuesOver, type Swept, type SweptField } from '~~/core/study' // prettier-ignore
import { COLOURS } from '~/canvas/colours'
import type { Charted } from '~/charts/chart'
import { useShow } from '~/document/show'
import { fetched } from '~/frame/fetched'
import PartChoice from '~/parts/PartChoice.vue'
import { zoneName } from '~/words/names'
import { plain } from '~/words/time'
import { useStudy } from './study'

/** One number of a rule of the chosen cue over a range: how many never meet the cue, and how many get it again, and what to set. */
const props = defineProps<{ cue: string }>()
const doc = useShow()
const study = useStudy()
const PlainChart = fetched(() => import('~/charts/PlainChart.vue'))
/** So many values are tried over a range. */
const VALUES = 21
/** How many may miss it, and how many may get it again, in a hundred. */
const most = useLocalStorage('esvik:may-miss', { never: 10, more: 10 })

const rules = computed(() => (doc.show ? rulesOfCue(doc.show, props.cue) : []))
const chosenRule = ref<string>()
const rule = computed(() => rules.value.find((name) => name === chosenRule.value) ?? rules.value[0])
const field = ref<SweptField>('cooldown.seconds')
const found = computed(() => (doc.show && rule.value !== undefined ? ruleNamed(doc.show, rule.value) : undefined))
/** The numbers that the rule can have. */
const fields = computed(() => SWEPT_FIELDS.filter((each) => found.value && SWEPT[each].fits(found.value.rule)))
watch(fields, (all) => all.includes(field.value) || (field.value = 'cooldown.seconds'))
const now = computed(() => found.value && SWEPT[field.value].of(found.value.rule))
const range = ref<[number, number]>([0, 60])
watch([rule, field], () => (range.value = SWEPT[field.value].range(now.value)), { immediate: true })
const ruleWords = (name: string): string => {
  const at = doc.show && ruleNamed(doc.show, name)?.address
  return doc.show && at && 'zone' in at ? zoneName(doc.show, at.zone) : name
}
const unit = computed(() => SWEPT[field.value].unit)
const says = (value: number) => `${plain(value)}${unit.value ? ` ${unit.value}` : ''}`

function begin() {
  if (rule.value === undefined) return
  const values = valuesOver(range.value, VALUES, SWEPT[field.value].whole)
  void study.sweep({ rule: rule.value, field: field.value, values, cue: props.cue })
}
/** What was swept, if it was of what is asked now. */
const swept = computed(() => {
  const { asked } = study.swept ?? {}
  const isThis = asked && asked.rule === rule.value && asked.field === field.value && asked.cue === props.cue
  return isThis ? study.swept : undefined
})
const kept = computed(
  () => swept.value && keepsBoth(swept.value.found, { never: most.value.never / 100, more: most.value.more / 100 }),
)
/** What the middle of the kept range is, as roundly as the range allows. */
const proposed = computed(() => {
  if (!kept.value) return undefined
  const [from, to] = kept.value
  const middle = (from + to) / 2
  const whole = Math.round(middle)
  return SWEPT[field.value].whole || (whole >= from && whole <= to) ? whole : Math.round(middle * 100) / 100
})
function set(value: number) {
  const at = found.value
  if (!at) return
  doc.edit(`${SWEPT[field.value].name} of ${ruleWords(rule.value!)}`, (edit) => setSwept(edit, at.address, at.rule, field.value, value)) // prettier-ignore
}
const chart = computed((): Charted | undefined => {
  const all = swept.value?.found
  if (!all || all.length < 2) return undefined
  const of = (part: 'never' | 'more', name: string, colour: string) => ({
    name,
    says: (y: number) => `${plain(y, 0)} in 100 ${name}`,
    points: all.map((one: Swept) => ({ x: one.value, y: one[part].share * 100 })),
    colour,
    width: 1.6,
  })
  const tall = Math.max(10, ...all.flatMap(({ never, more }) => [never.share, more.share].map((share) => share * 100)))
  const [from, to] = range.value
  return {
    name: `${SWEPT[field.value].name} of ${ruleWords(rule.value ?? '')}`,
    saysX: says,
    x: { min: from, max: to, ticks: { every: (to - from) / 6, says: (value) => says(value) } },
    y: { min: 0, max: tall * 1.05, ticks: { every: tall > 50 ? 25 : 10, says: (value) => `${plain(value, 0)} %` } },
    series: [of('never', 'never meet it', COLOURS.rust), of('more', 'get it again', COLOURS.weed)],
  }
})
</script>

<template>
  <section class="flex h-full flex-col" aria-label="Sweep">
    <p v-if="rule === undefined" class="text-bone-3">Nothing fires it: there is no number to be tried.</p>
    <template v-else>
      <div class="flex flex-wrap items-center gap-x-1.5">
        <PartChoice
          name="What is tried"
          :value="field"
          :options="fields.map((each) => ({ value: each, words: SWEPT[each].name }))"
          @choose="field = $event as SweptField"
        />
        of
        <PartChoice
          name="Of which rule"
          :value="rule"
          :options="rules.map((name) => ({ value: name, words: ruleWords(name) }))"
          @choose="chosenRule = $event"
        />
        from
        <input v-model.number="range[0]" type="number" class="field min-h-6 w-14" aria-label="From" />
        to
        <input v-model.number="range[1]" type="number" class="field min-h-6 w-14" aria-label="To" />
        {{ unit }}
        <button class="chip" @click="begin">Sweep</button>
        <span class="flex-1" />
        <button
          v-if="proposed !== undefined && swept?.isWhole"
          class="button primary"
          :disabled="proposed === now"
          @click="set(proposed)"
        >
          Set {{ says(proposed) }}
        </button>
      </div>
      <p class="mt-2 text-xs text-bone-2">
        No more than
        <input
          v-model.number="most.never"
          type="number"
          min="0"
          max="100"
          class="field min-h-6 w-12 py-0!"
          aria-label="How many may miss it"
        />
        in 100 may <span class="text-rust">miss it</span>, and
        <input
          v-model.number="most.more"
          type="number"
          min="0"
          max="100"
          class="field min-h-6 w-12 py-0!"
          aria-label="How many may get it again"
        />{{ ' ' }}<span class="text-weed">get it again</span>.
        <span v-if="swept?.isWhole" data-kept>{{
          kept ? `${says(kept[0])} to ${says(kept[1])} keeps both.` : 'No value keeps both.'
        }}</span>
        <span v-else-if="swept" role="status"
          >{{ swept.found.length }} of {{ swept.asked.values.length }} values …</span
        >
        It is {{ now === undefined ? 'not set' : says(now) }} now.
      </p>
      <PlainChart v-if="chart" class="min-h-0 w-full flex-1" :chart="chart" :at="now" />
    </template>
  </section>
</template>
