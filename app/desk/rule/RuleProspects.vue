<script setup lang="ts">
import { steady } from '~/document/steady'
import { leftForGood, whyNeverFires } from '~~/core/findings'
import { kitRulesOf, type Kit, type Rule, type Zone } from '~~/core/show'
import { useShow } from '~/document/show'
import { forGoodWords, neverFiresWords, readyWords } from '~/words/prospects'

/** What can be said of a rule before anybody walks: when it is ready again, or that it can never fire, or that what it does never ends. */
const props = defineProps<{ zone: Zone; rule: Rule; kit?: Kit }>()
const doc = useShow()
/** The rule as it holds here: of a kit with the zone's own things. */
const here = computed(() =>
  props.kit ? kitRulesOf(doc.restingNow, props.zone).find(({ id }) => id === props.rule.id) : props.rule,
)
const never = computed(() => here.value?.enabled && whyNeverFires(doc.restingNow, here.value, props.zone))
const ready = computed(() => (here.value?.enabled && !never.value ? readyWords(here.value) : ''))
const words = steady(() => {
  const show = doc.restingNow
  if (!here.value?.enabled) return []
  if (never.value) return [neverFiresWords(show, never.value)]
  const forGood = forGoodWords(show, leftForGood(show, here.value, props.zone))
  return forGood ? [forGood] : []
})
</script>

<template>
  <p v-if="ready" class="mt-0.5 text-xs text-bone-3" data-ready>{{ ready }}</p>
  <p v-for="each in words" :key="each" class="mt-0.5 text-xs text-rust" data-prospect>{{ each }}</p>
</template>
