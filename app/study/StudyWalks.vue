<script setup lang="ts">
import { useShow } from '~/document/show'
import PartMenu from '~/parts/PartMenu.vue'
import { useRun } from '~/run/current-run'
import { walkName } from '~/words/names'
import { setTrait, usePopulation } from './population'

/** On which walks a population sets out: its own, or those that the score follows. */
const doc = useShow()
const runs = useRun()
const { population } = usePopulation()
const MOST_NAMED = 3
const words = computed(() => {
  const own = population.value.walks
  const ids = own.length > 0 ? own : runs.walks
  const names = ids.slice(0, MOST_NAMED).map((id) => walkName(doc.now, id))
  const others = ids.length - names.length
  return (others > 0 ? [...names, `${others} others`] : names).join(' and ')
})
const choose = (walks: string[]) =>
  doc.edit(`Choose the walks of ${population.value.name}`, (edit) => setTrait(edit, population.value, 'walks', walks))
</script>

<template>
  <PartMenu
    name="On which walks"
    :words="words"
    :value="population.walks"
    :options="doc.now.walks.map(({ id, name }) => ({ value: id, words: name }))"
    multiple
    @choose="choose"
  >
    <template #head>
      <li class="px-3 py-1 text-[11px] text-bone-3" role="presentation">None chosen: whom the score follows</li>
    </template>
  </PartMenu>
</template>
