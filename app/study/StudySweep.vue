<script setup lang="ts">
import { keepsBoth, keepsWishes, rulesOfCue, SWEPT, triedBy, valuesOver, type Swept } from '~~/core/study'
import { COLOURS } from '~/canvas/colours'
import type { Charted } from '~/charts/chart'
import { useShow } from '~/document/show'
import { inputOf } from '~/frame/event-targets'
import { fetched } from '~/frame/fetched'
import { cueName } from '~/words/names'
import { plain } from '~/words/time'
import { useStudy } from './study'
import { saysOf, useSweptRules, type SweptNumber } from './swept'
import SearchFound from './SearchFound.vue'
import SweepMap from './SweepMap.vue'
import SweepNumber from './SweepNumber.vue'

/** One number of a rule of the chosen cue over a range, or two at once: how many never meet the cue, how many get it again, and what to set. */
const props = defineProps<{ cue: string }>()
const doc = useShow()
const study = useStudy()
const { fieldsOf, nowOf, nameOf, fresh, set } = useSweptRules()
const PlainChart = fetched(() => import('~/charts/PlainChart.vue'))
/** So many values are tried over a range; of two numbers so many each. */
const VALUES = 21
const ACROSS = 9
const DOWN = 5
/** How many may miss it, and how many may get it again, where nothing is wished. */
const USUAL = { never: 0.1, more: 0.1 }
const wishes = computed(() => doc.cues.find(({ id }) => id === props.cue)?.wish ?? USUAL)
function wish(part: 'never' | 'more', event: Event) {
  const input = inputOf(event)
  const hundred = Number(input.value)
  if (input.value.trim() === '' || !(hundred >= 0 && hundred <= 100)) {
    input.value = String(inHundred(part))
    return
  }
  const value = { ...wishes.value, [part]: hundred / 100 }
  doc.edit(`Wish for ${cueName(doc.now, props.cue)}`, (edit) => edit.set(['cues', props.cue, 'wish'], value))
}
const inHundred = (part: 'never' | 'more') => Math.round(wishes.value[part] * 1000) / 10

const rules = computed(() => (doc.show ? rulesOfCue(doc.show, props.cue) : []))
const first = ref<SweptNumber>()
const second = ref<SweptNumber>()
watch(
  () => rules.value.join('\n'),
  () => {
    const [rule] = rules.value
    const stays = first.value && rules.value.includes(first.value.rule)
    if (!stays) first.value = rule === undefined ? undefined : fresh(rule, 'cooldown.seconds')
    if (second.value && !rules.value.includes(second.value.rule)) second.value = undefined
  },
  { immediate: true },
)
const now = computed(() => first.value && nowOf(first.value))
const isSame = (a: Pick<SweptNumber, 'rule' | 'field'> | undefined, b: Pick<SweptNumber, 'rule' | 'field'> | undefined) => a?.rule === b?.rule && a?.field === b?.field // prettier-ignore
/** Another number beside the first. */
function addSecond() {
  const { rule, field } = first.value!
  second.value = fresh(
    rule,
    fieldsOf(rule).find((each) => each !== field)!,
  )
}
const valuesOf = ({ field, range }: SweptNumber, count: number) => valuesOver(range, count, SWEPT[field].whole)

function begin() {
  if (!first.value) return
  const [one, two] = [first.value, second.value]
  const values = valuesOf(one, two ? ACROSS : VALUES)
  const other = two && { rule: two.rule, field: two.field, values: valuesOf(two, DOWN) }
  void study.sweep({ rule: one.rule, field: one.field, values, second: other, cue: props.cue })
}
/** What keeps both wishes of all numbers that fire this cue, as the show is now. */
const searched = computed(() =>
  study.searched?.cue === props.cue && study.searched.show === doc.show ? study.searched : undefined,
)
/** What was swept, if it was of what is asked now. */
const swept = computed(() => {
  const { asked } = study.swept ?? {}
  const isThis = asked?.cue === props.cue && isSame(asked, first.value) && isSame(asked.second, second.value)
  return isThis ? study.swept : undefined
})
const kept = computed(() => swept.value && !second.value && keepsBoth(swept.value.found, wishes.value))
const keeps = (one: Swept) => keepsWishes(one, wishes.value)
const keptPairs = computed(() => swept.value?.found.filter(keeps).length ?? 0)
/** What the middle of the kept range is, as roundly as the range allows. */
const proposed = computed(() => {
  if (!kept.value || !first.value) return undefined
  const [from, to] = kept.value
  const middle = (from + to) / 2
  const whole = Math.round(middle)
  return SWEPT[first.value.field].whole || (whole >= from && whole <= to) ? whole : Math.round(middle * 100) / 100
})
const found = computed(() => {
  const says = (value: number) => saysOf(first.value!, value)
  if (second.value) return `${keptPairs.value} of ${swept.value!.found.length} pairs keep both.`
  return kept.value ? `${says(kept.value[0])} to ${says(kept.value[1])} keeps both.` : 'No value keeps both.'
})
const chart = computed((): Charted | undefined => {
  const all = swept.value?.found
  const number = first.value
  if (!number || !all || all.length < 2 || second.value) return undefined
  const says = (value: number) => saysOf(number, value)
  const of = (part: 'never' | 'more', name: string, colour: string) => ({
    name,
    says: (y: number) => `${plain(y, 0)} in 100 ${name}`,
    points: all.map((one: Swept) => ({ x: one.value, y: one[part].share * 100 })),
    colour,
    width: 1.6,
  })
  const tall = Math.max(10, ...all.flatMap(({ never, more }) => [never.share, more.share].map((share) => share * 100)))
  const [from, to] = number.range
  return {
    name: nameOf(number),
    saysX: says,
    x: { min: from, max: to, ticks: { every: (to - from) / 6, says } },
    y: { min: 0, max: tall * 1.05, ticks: { every: tall > 50 ? 25 : 10, says: (value) => `${plain(value, 0)} %` } },
    series: [of('never', 'never meet it', COLOURS.rust), of('more', 'get it again', COLOURS.weed)],
  }
})
</script>

<template>
  <section class="flex h-full flex-col" aria-label="Sweep">
    <p v-if="!first" class="text-bone-3">Nothing fires it: there is no number to be tried.</p>
    <template v-else>
      <div class="flex flex-wrap items-center gap-x-1.5">
        <SweepNumber v-model="first" :rules="rules" which="" />
        <template v-if="second">
          and
          <SweepNumber v-model="second" :rules="rules" which=" besides" />
          <button
            class="part min-w-6"
            aria-label="Try only one number"
            title="Try only one number"
            @click="second = undefined"
          >
            ×
          </button>
        </template>
        <button v-else class="part" title="Try two numbers at once" @click="addSecond">and another</button>
        <button class="chip" @click="begin">Sweep</button>
        <button
          class="chip"
          title="Which number keeps both wishes with the least change"
          @click="study.search(cue, wishes)"
        >
          Search
        </button>
        <span class="flex-1" />
        <button
          v-if="proposed !== undefined && swept?.isWhole"
          class="button primary"
          :disabled="proposed === now"
          @click="set([[first, proposed]])"
        >
          Set {{ saysOf(first, proposed) }}
        </button>
      </div>
      <p class="mt-2 text-xs text-bone-2">
        No more than
        <input
          :value="inHundred('never')"
          type="number"
          min="0"
          max="100"
          class="field min-h-6 w-12 py-0!"
          aria-label="How many may miss it"
          @change="wish('never', $event)"
        />
        in 100 may <span class="text-rust">miss it</span>, and
        <input
          :value="inHundred('more')"
          type="number"
          min="0"
          max="100"
          class="field min-h-6 w-12 py-0!"
          aria-label="How many may get it again"
          @change="wish('more', $event)"
        />{{ ' ' }}<span class="text-weed">get it again</span>.
        <span v-if="swept?.isWhole" data-kept>{{ found }}</span>
        <span v-else-if="swept" role="status"
          >{{ swept.found.length }} of {{ triedBy(swept.asked).length }} values …</span
        >
        It is {{ now === undefined ? 'not set' : saysOf(first, now) }} now.
      </p>
      <SearchFound
        v-if="searched"
        :searched="searched"
        @set="(proposal) => set([[fresh(proposal.rule, proposal.field), proposal.found.value]])"
      />
      <SweepMap
        v-if="second && swept?.asked.second"
        :found="swept.found"
        :first="first"
        :second="second"
        :values="swept.asked.values"
        :others="swept.asked.second.values"
        :keeps="keeps"
        @set="
          (value, other) =>
            set([
              [first!, value],
              [second!, other],
            ])
        "
      />
      <PlainChart v-if="chart" class="min-h-0 w-full flex-1" :chart="chart" :at="now" />
    </template>
  </section>
</template>
