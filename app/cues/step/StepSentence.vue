<script setup lang="ts">
import type { Cue, Step } from '~~/core/show'
import { useShow } from '~/document/show'
import { stepIn } from '~/words/step-kinds'
import { putInStep } from './parts'
import { sentenceOf } from './sentences'
import StepPieces from './StepPieces.vue'

/** A step as a sentence: each part of it is a field, clicked, typed into or dragged. */
const props = defineProps<{ cue: Cue; step: Step }>()
const doc = useShow()
const pieces = computed(() => sentenceOf(doc.show!, props.cue, props.step))
</script>

<template>
  <StepPieces :pieces="pieces" :of="stepIn(cue, step)" :put-in="(edit) => putInStep(edit, cue.id, step.id)" />
</template>
