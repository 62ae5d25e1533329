<script setup lang="ts">
import {
  Combobox,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Popover,
  PopoverButton,
  PopoverPanel,
} from '@headlessui/vue'
import type { ComponentPublicInstance } from 'vue'
import { useMenuPlace } from '~/frame/menu-place'
import { withWords } from '~/words/with-words'

/** A part of a sentence that is one of many words: they are found by any part of a word. Gives which was chosen, from 0. */
const props = defineProps<{ name: string; words: string; options: readonly string[]; cue?: boolean }>()
const emit = defineEmits<{ choose: [index: number] }>()
const typed = ref('')
const all = computed(() => props.options.map((words, index) => ({ words, index })))
const found = computed(() => withWords(all.value, typed.value))
const now = computed(() => all.value.find(({ words }) => words === props.words) ?? null)
const { place } = useMenuPlace()
/** What is chosen now is in sight at once. */
const list = useTemplateRef<ComponentPublicInstance>('list')
watch(list, (shown) =>
  (shown?.$el as HTMLElement | undefined)?.querySelector('[data-now]')?.scrollIntoView({ block: 'nearest' }),
)
function take(option: { index: number } | null | undefined, close: () => void) {
  if (!option) return
  typed.value = ''
  close()
  emit('choose', option.index)
}
</script>

<template>
  <Popover v-slot="{ close }" as="span" class="relative inline-block">
    <PopoverButton
      ref="opener"
      aria-haspopup="listbox"
      class="part"
      :class="{ cue }"
      :aria-label="`${words}, ${name}`"
      @click="typed = ''"
      >{{ words }}</PopoverButton
    >
    <PopoverPanel focus as="span">
      <div ref="menu" class="menu !max-h-none !overflow-visible text-[13px] leading-snug" :style="place">
        <Combobox
          v-slot="{ activeOption }"
          :model-value="now"
          by="index"
          nullable
          @update:model-value="(option) => take(option, close)"
        >
          <ComboboxInput
            class="field mb-1 w-full"
            placeholder="Any part of its name"
            :aria-label="`Find: ${name}`"
            :display-value="() => typed"
            @change="typed = $event.target.value"
            @keydown.enter="!activeOption && take(found[0], close)"
          />
          <ComboboxOptions static as="ul" class="max-h-64 overflow-y-auto" :aria-label="name" ref="list">
            <ComboboxOption
              v-for="(option, i) in found"
              :key="option.index"
              v-slot="{ active }"
              :value="option"
              as="template"
            >
              <li
                class="menu-item"
                :class="[
                  active || (!activeOption && typed && i === 0) ? 'bg-ink-3' : '',
                  option.words === words ? 'text-lamp' : 'text-bone',
                ]"
                :data-now="option.words === words ? '' : undefined"
              >
                {{ option.words }}
              </li>
            </ComboboxOption>
          </ComboboxOptions>
          <p v-if="found.length === 0" class="px-2.5 py-1 text-bone-3">Nothing is called so.</p>
        </Combobox>
      </div>
    </PopoverPanel>
  </Popover>
</template>
