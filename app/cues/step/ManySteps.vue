<script setup lang="ts">
import { fieldIn, type Editor, type Step } from '~~/core/show'
import { useShow } from '~/document/show'
import ManyNumber from '~/parts/ManyNumber.vue'
import { count } from '~/words/time'

/** What several steps have in common, of one cue or of several, changed together. */
const props = defineProps<{ steps: readonly { cue: string; step: Step }[] }>()
const doc = useShow()
const words = computed(() => count(props.steps.length, 'step'))

/** Numbers that steps have, by where they stand in one; of a range both ends. */
const NUMBERS: { name: string; unit: string; ways: (string | number)[][]; min?: number }[] = [
  { name: 'Begins', unit: 's', ways: [['at']], min: 0 },
  { name: 'Jitter', unit: 's', ways: [['jitter']], min: 0 },
  { name: 'Gain', unit: 'dB', ways: [['gain'], ['gain', 0], ['gain', 1]] },
  { name: 'Fade in', unit: 's', ways: [['fadeIn'], ['in']], min: 0 },
  { name: 'Fade out', unit: 's', ways: [['fadeOut'], ['out']], min: 0 },
  { name: 'Lasts', unit: 's', ways: [['hold']], min: 0 },
  { name: 'Takes', unit: 's', ways: [['ramp', 'seconds']], min: 0 },
  { name: 'Heard to', unit: 'm', ways: [['reach', 'far']], min: 0.1 },
]
const numbers = computed(() =>
  NUMBERS.map(({ ways, ...field }) => {
    const found = props.steps.flatMap(({ cue, step }) =>
      ways.flatMap((way) => {
        const value = way.reduce<unknown>((within, key) => fieldIn(within, key), step)
        return typeof value === 'number' ? [{ address: ['cues', cue, 'steps', step.id], way, value }] : []
      }),
    )
    return { ...field, found }
  }).filter(({ found }) => new Set(found.map(({ address }) => address.join('/'))).size > 1),
)
const put = (found: (typeof numbers.value)[number]['found']) => (edit: Editor, index: number, value: number) => {
  const one = found[index]
  if (one) edit.setFound([...one.address, ...one.way], value)
}
const areMuted = computed(() => props.steps.every(({ step }) => step.muted))
function mute() {
  const muted = !areMuted.value
  doc.edit(`${muted ? 'Mute' : 'Unmute'} ${words.value}`, (edit) => {
    for (const { cue, step } of props.steps) edit.set(['cues', cue, 'steps', step.id, 'muted'], muted)
  })
}
</script>

<template>
  <p class="text-[13px] leading-[1.9] text-bone-2" data-many-steps>
    {{ words }} together:
    <template v-for="{ name, unit, min, found } in numbers" :key="name"
      >{{ name.toLowerCase() }}
      <ManyNumber
        :name="`${name}, all`"
        :values="found.map(({ value }) => value)"
        :unit="unit"
        :min="min"
        :label="`${name} of ${words}`"
        :put="put(found)"
      />,
    </template>
    <button class="chip" :aria-pressed="areMuted" @click="mute">{{ areMuted ? 'Muted' : 'Mute' }}</button>
  </p>
</template>
