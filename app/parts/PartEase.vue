<script setup lang="ts">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { useMenuPlace } from '~/frame/menu-place'
import type { Ease } from '~~/core/show'

/** How a change goes over its time, chosen by its picture. */
defineProps<{ name: string; value: Ease }>()
const emit = defineEmits<{ choose: [ease: Ease] }>()
const EASES: { value: Ease; words: string; path: string }[] = [
  { value: 'linear', words: 'evenly', path: 'M1 13L25 1' },
  { value: 'in', words: 'slowly at first', path: 'M1 13Q13 13 25 1' },
  { value: 'out', words: 'slowly at last', path: 'M1 13Q13 1 25 1' },
  { value: 'inout', words: 'slowly at both ends', path: 'M1 13C12 13 14 1 25 1' },
]
const entry = (ease: Ease) => EASES.find(({ value }) => value === ease)!
const { place } = useMenuPlace()
</script>

<template>
  <Listbox as="span" class="relative inline-block" :model-value="value" @update:model-value="emit('choose', $event)">
    <ListboxButton ref="opener" class="part" :aria-label="`${entry(value).words}, ${name}`">
      <svg width="26" height="14" viewBox="0 0 26 14" fill="none" stroke="currentColor" stroke-width="1.6">
        <path :d="entry(value).path" />
      </svg>
    </ListboxButton>
    <ListboxOptions as="template">
      <ul ref="menu" class="menu text-[13px] leading-snug" :style="place">
        <ListboxOption
          v-for="ease in EASES"
          :key="ease.value"
          v-slot="{ active, selected }"
          :value="ease.value"
          as="template"
        >
          <li
            class="menu-item !flex items-center gap-3"
            :class="[active ? 'bg-ink-3' : '', selected ? 'text-lamp' : 'text-bone']"
          >
            <svg width="26" height="14" viewBox="0 0 26 14" fill="none" stroke="currentColor" stroke-width="1.6">
              <path :d="ease.path" />
            </svg>
            {{ ease.words }}
          </li>
        </ListboxOption>
      </ul>
    </ListboxOptions>
  </Listbox>
</template>
