<script setup lang="ts">
import type { Cue, Step } from '~~/core/show'
import { useShow } from '~/document/show'
import { stepIn } from '~/words/step-kinds'
import AtmosphereChoice from '../atmosphere/AtmosphereChoice.vue'
import { usePreview } from '../preview/preview'
import { cautionsOf } from './cautions'
import FlingFan from './FlingFan.vue'
import { putInStep } from '../kinds/step-pieces'
import type { PutIn } from '~/sentence/pieces'
import StepSentence from './StepSentence.vue'

/** All of a step: its sentence, what is drawn of it, and what of its numbers misleads. */
const props = defineProps<{ cue: Cue; step: Step }>()
const doc = useShow()
const store = usePreview()
const cautions = computed(() =>
  cautionsOf(
    doc.now,
    props.cue,
    props.step,
    store.firers.map(({ rule }) => rule),
    store.shownOf(props.step.id),
  ),
)
const mend = (put: (put: PutIn) => void) =>
  doc.edit(`Mend ${stepIn(props.cue, props.step)}`, (edit) => put(putInStep(edit, props.cue.id, props.step.id)))
</script>

<template>
  <div class="space-y-2 border-l-2 border-lamp pl-3">
    <AtmosphereChoice v-if="step.kind === 'atmosphere'" :cue="cue" :step="step" />
    <StepSentence :cue="cue" :step="step" />
    <FlingFan v-if="step.kind === 'fling'" :cue="cue" :step="step" />
    <ul v-if="cautions.length > 0" class="space-y-1 text-xs text-rust" aria-label="Cautions">
      <li v-for="caution in cautions" :key="caution.says">
        {{ caution.says }}
        <button v-if="caution.mend" class="part" @click="mend(caution.mend.put)">{{ caution.mend.words }}</button>
      </li>
    </ul>
  </div>
</template>
