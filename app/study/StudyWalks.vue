<script setup lang="ts">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { useShow } from '~/document/show'
import { useMenuPlace } from '~/frame/menu-place'
import { useRun } from '~/run/current-run'
import { walkName } from '~/words/names'
import { setTrait, usePopulation } from './population'

/** On which walks a population sets out: its own, or those that the score follows. */
const doc = useShow()
const runs = useRun()
const { population } = usePopulation()
const { place } = useMenuPlace()
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
  <Listbox
    as="span"
    class="relative inline-block"
    :model-value="population.walks"
    multiple
    @update:model-value="choose"
  >
    <ListboxButton ref="opener" class="part" :aria-label="`${words}, On which walks`">{{ words }}</ListboxButton>
    <ListboxOptions as="template">
      <ul ref="menu" class="menu text-[13px] leading-snug" :style="place">
        <li class="px-3 py-1 text-[11px] text-bone-3" role="presentation">None chosen: whom the score follows</li>
        <ListboxOption
          v-for="walk in doc.now.walks"
          :key="walk.id"
          v-slot="{ active, selected }"
          :value="walk.id"
          as="template"
        >
          <li class="menu-item" :class="[active ? 'bg-ink-3' : '', selected ? 'text-lamp' : 'text-bone']">
            {{ walk.name }}
          </li>
        </ListboxOption>
      </ul>
    </ListboxOptions>
  </Listbox>
</template>
