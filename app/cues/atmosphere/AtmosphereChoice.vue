<script setup lang="ts">
import type { Cue, Step } from '~~/core/show'
import { useShow } from '~/document/show'
import { stepIn } from '~/words/step-kinds'
import AtmosphereSwatch from './AtmosphereSwatch.vue'
import { freshPreset, givenOf } from './presets'
import { namesIn } from '~~/core/base'

/** The atmospheres that a step can go to, as swatches; what the step says itself can be kept as one more. */
const props = defineProps<{ cue: Cue; step: Extract<Step, { kind: 'atmosphere' }> }>()
const doc = useShow()
const at = <F extends string>(field: F) => ['cues', props.cue.id, 'steps', props.step.id, field] as const
const own = computed(() => givenOf(props.step))
const says = computed(() => Object.keys(own.value).length > 0)
const goTo = (preset: string | undefined) =>
  doc.edit(`Preset of ${stepIn(props.cue, props.step)}`, (edit) => edit.set(at('preset'), preset))
/** What it goes to and what it says over that becomes an atmosphere of its own name. */
function keep() {
  const preset = doc.now.atmospheres.find(({ id }) => id === props.step.preset)
  const made = freshPreset(doc.now, props.cue.name, { ...(preset && givenOf(preset)), ...own.value })
  doc.edit(`Keep ${made.name}`, (edit) => {
    edit.add(['atmospheres'], made)
    edit.set(at('preset'), made.id)
    for (const field of namesIn(own.value)) edit.set(at(field), undefined)
  })
}
</script>

<template>
  <div class="flex flex-wrap gap-2 text-xs" role="group" aria-label="Atmospheres">
    <button
      v-for="preset in doc.now.atmospheres"
      :key="preset.id"
      class="w-20 text-left"
      :class="preset.id === step.preset ? 'text-lamp' : 'text-bone-2 hover:text-bone'"
      :aria-pressed="preset.id === step.preset"
      @click="goTo(preset.id === step.preset ? undefined : preset.id)"
    >
      <AtmosphereSwatch :atmosphere="preset" class="h-9" :class="preset.id === step.preset ? '!border-lamp' : ''" />
      <span class="block truncate">{{ preset.name }}</span>
    </button>
    <button v-if="says" class="w-20 text-left text-bone-2 hover:text-bone" @click="keep">
      <AtmosphereSwatch
        :atmosphere="{ ...doc.now.atmospheres.find(({ id }) => id === step.preset), ...own }"
        class="h-9 !border-dashed"
      />
      <span class="block">Keep it as one</span>
    </button>
  </div>
</template>
