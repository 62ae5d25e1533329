<script setup lang="ts" generic="T">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { alike } from '~~/core/show'
import { useMenuPlace } from '~/frame/menu-place'

/** A part of a sentence that opens a list: one of it is chosen, or several. What the part and each entry show can be put in by slots. */
defineProps<{
  name: string
  words: string
  value: T | readonly T[]
  options: readonly { value: T; words: string }[]
  multiple?: boolean
  cue?: boolean
}>()
const emit = defineEmits<{ choose: [value: never] }>()
const { place } = useMenuPlace()
</script>

<template>
  <Listbox
    as="span"
    class="relative inline-block"
    :model-value="value as never"
    :multiple="multiple"
    :by="alike"
    @update:model-value="emit('choose', $event as never)"
  >
    <ListboxButton ref="opener" class="part" :class="{ cue }" :aria-label="`${words}, ${name}`"
      ><slot>{{ words }}</slot></ListboxButton
    >
    <ListboxOptions as="template">
      <ul ref="menu" class="menu text-[13px] leading-snug" :style="place">
        <slot name="head" />
        <ListboxOption
          v-for="(option, i) in options"
          :key="i"
          v-slot="{ active, selected }"
          :value="option.value as never"
          as="template"
        >
          <li
            class="menu-item !flex items-center gap-3"
            :class="[active ? 'bg-ink-3' : '', selected ? 'text-lamp' : 'text-bone']"
          >
            <slot name="option" :value="option.value" />{{ option.words }}
          </li>
        </ListboxOption>
      </ul>
    </ListboxOptions>
  </Listbox>
</template>
