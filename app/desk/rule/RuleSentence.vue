<script setup lang="ts">
import type { Editor } from '~~/core/show'
import { steady } from '~/document/steady'
import { putInRule, placeOfRule, type RuleHere } from '~/document/making/rule-here'
import { useShow } from '~/document/show'
import SentencePieces from '~/sentence/SentencePieces.vue'
import { useRuleEdits } from './rule-edits'
import { offersFor, ruleSentence } from './rule-sentence'

/** A rule read as a sentence, each part of which can be changed in place. */
const props = defineProps<RuleHere>()
const doc = useShow()
const edits = useRuleEdits()
const offers = steady(() => offersFor(doc.now, props))
const pieces = computed(() => ruleSentence(props.rule, offers.value, fireNew))
const putIn = (edit: Editor) => putInRule(props, edit)
const fireNew = () => edits.fireNewCue(props)
</script>

<template>
  <SentencePieces
    :pieces="pieces"
    :of="` in ${placeOfRule(props)}`"
    :put-in="putIn"
    class="leading-[1.75]"
    :class="{ 'is-off': !rule.enabled }"
  />
</template>
