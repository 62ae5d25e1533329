<script setup lang="ts" generic="T">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { useMenuPlace } from '~/frame/menu-place'

/** A part of a sentence that is one of several words. */
const props = defineProps<{ name: string; value: T; options: { value: T; words: string }[]; cue?: boolean }>()
const emit = defineEmits<{ choose: [value: T] }>()
const { place } = useMenuPlace()

/** Equal in what they say, whatever the order of their fields. */
function same(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => same(a[key as never], b[key as never]))
}
const words = computed(() => props.options.find((option) => same(option.value, props.value))?.words ?? '…')
</script>

<template>
  <Listbox
    as="span"
    class="relative inline-block"
    :model-value="value as never"
    :by="same"
    @update:model-value="emit('choose', $event as T)"
  >
    <ListboxButton ref="opener" class="part" :class="{ cue }" :aria-label="`${words}, ${name}`">{{
      words
    }}</ListboxButton>
    <ListboxOptions as="template">
      <ul ref="menu" class="menu text-[13px] leading-snug" :style="place">
        <ListboxOption
          v-for="(option, i) in options"
          :key="i"
          v-slot="{ active, selected }"
          :value="option.value as never"
          as="template"
        >
          <li class="menu-item" :class="[active ? 'bg-ink-3' : '', selected ? 'text-lamp' : 'text-bone']">
            {{ option.words }}
          </li>
        </ListboxOption>
      </ul>
    </ListboxOptions>
  </Listbox>
</template>
