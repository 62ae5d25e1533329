<script setup lang="ts" generic="T">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { alike } from '~~/core/show'
import { fetched } from '~/frame/fetched'
import { useMenuPlace } from '~/frame/menu-place'

const PartSearched = fetched(() => import('./PartSearched.vue'))

/** A part of a sentence that is one of several words; of many, they are searched. */
const props = defineProps<{ name: string; value: T; options: readonly { value: T; words: string }[]; cue?: boolean }>()
const emit = defineEmits<{ choose: [value: T] }>()
/** More than this are searched rather than read through. */
const READ = 12
const { place } = useMenuPlace()
const button = useTemplateRef<HTMLElement>('button')
const searches = ref(false)
function leave() {
  searches.value = false
  button.value?.focus()
}
const words = computed(() => props.options.find((option) => alike(option.value, props.value))?.words ?? '…')
</script>

<template>
  <span v-if="options.length > READ" class="relative inline-block">
    <button
      ref="button"
      type="button"
      class="part"
      :class="{ cue }"
      :aria-label="`${words}, ${name}`"
      aria-haspopup="listbox"
      :aria-expanded="searches"
      @click="searches = !searches"
    >
      {{ words }}
    </button>
    <PartSearched
      v-if="searches"
      :name="name"
      :words="words"
      :options="options.map((option) => option.words)"
      :opener="button!"
      @choose="(leave(), emit('choose', options[$event]!.value))"
      @leave="leave"
    />
  </span>
  <Listbox
    v-else
    as="span"
    class="relative inline-block"
    :model-value="value as never"
    :by="alike"
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
