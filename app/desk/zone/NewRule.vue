<script setup lang="ts">
import type { Zone } from '~~/core/show'
import { steady } from '~/document/steady'
import { useShow } from '~/document/show'
import { fetched } from '~/frame/fetched'
import { firedCues } from '~/cues/edits/firers'

const PartSearched = fetched(() => import('~/parts/PartSearched.vue'))

/** Another rule of a zone: for a cue that is there, those first that nothing fires yet, or for a new one. */
defineProps<{ zone: Zone }>()
const emit = defineEmits<{ make: [cue?: string] }>()
const doc = useShow()
const button = useTemplateRef<HTMLElement>('button')
const asks = ref(false)
const cues = steady(() => {
  const fired = firedCues(doc.now)
  const [waiting, others] = [false, true].map((is) => doc.cues.filter(({ id }) => fired.has(id) === is))
  return [
    ...waiting!.map(({ id, name }) => ({ id, words: `fire ${name}, which nothing fires yet` })),
    ...others!.map(({ id, name }) => ({ id, words: `fire ${name}` })),
  ]
})
const NEW = 'with a new cue'
function open() {
  if (cues.value.length === 0) emit('make')
  else asks.value = !asks.value
}
function leave() {
  asks.value = false
  button.value?.focus()
}
function take(index: number) {
  leave()
  emit('make', cues.value[index - 1]?.id)
}
</script>

<template>
  <span class="relative">
    <button ref="button" class="chip" :aria-expanded="asks" @click="open">+ rule</button>
    <PartSearched
      v-if="asks"
      name="What the rule fires"
      words=""
      :options="[NEW, ...cues.map(({ words }) => words)]"
      :opener="button!"
      @choose="take"
      @leave="leave"
    />
  </span>
</template>
