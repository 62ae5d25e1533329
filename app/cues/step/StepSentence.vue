<script setup lang="ts">
import type { Cue, Editor, Step } from '~~/core/show'
import { useShow } from '~/document/show'
import { stepIn } from '~/words/step-kinds'
import { putInStep } from '../kinds/step-pieces'
import { sentenceOf } from '../kinds/step-sheets'
import SentencePieces from '~/sentence/SentencePieces.vue'

/** A step as a sentence: each part of it is a field, clicked, typed into or dragged. */
const props = defineProps<{ cue: Cue; step: Step }>()
const doc = useShow()
const putIn = (edit: Editor) => putInStep(edit, props.cue.id, props.step.id)
const pieces = computed(() => sentenceOf(doc.now, props.cue, props.step))
</script>

<template>
  <SentencePieces :pieces="pieces" :of="` of ${stepIn(cue, step)}`" :put-in="putIn" class="leading-[1.95]" />
</template>
