<script setup lang="ts">
import { onClickOutside } from '@vueuse/core'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import type { ComponentPublicInstance } from 'vue'
import { useMenuPlace } from '~/frame/menu-place'
import { withWords } from '~/words/with-words'

/** Many words of which one is chosen: they are found by any part of a word. Gives which it is, from 0. */
const props = defineProps<{ name: string; words: string; options: readonly string[]; opener: HTMLElement }>()
const emit = defineEmits<{ choose: [index: number]; leave: [] }>()
const typed = ref('')
const all = computed(() => props.options.map((words, index) => ({ words, index })))
const found = computed(() => withWords(all.value, typed.value))
const now = computed(() => all.value.find(({ words }) => words === props.words) ?? null)
const opener = computed(() => props.opener)
const { place, element: menu } = useMenuPlace('bottom-start', opener)
onClickOutside(menu, () => emit('leave'), { ignore: [opener] })
/** What is chosen now is in sight at once, and one types at once. */
const list = useTemplateRef<ComponentPublicInstance>('list')
onMounted(() => {
  const element = list.value?.$el as HTMLElement | undefined
  element?.querySelector('[data-now]')?.scrollIntoView({ block: 'nearest' })
  menu.value?.querySelector('input')?.focus()
})
const take = (option: { index: number } | null | undefined) => option && emit('choose', option.index)
</script>

<template>
  <div
    ref="menu"
    class="menu !max-h-none !overflow-visible text-[13px] leading-snug"
    :style="place"
    @keydown.esc.stop.prevent="emit('leave')"
  >
    <Combobox v-slot="{ activeOption }" :model-value="now" by="index" nullable @update:model-value="take">
      <ComboboxInput
        class="field mb-1 w-full"
        placeholder="Any part of its name"
        :aria-label="`Find: ${name}`"
        :display-value="() => typed"
        @change="typed = $event.target.value"
        @keydown.enter="!activeOption && take(found[0])"
      />
      <ComboboxOptions ref="list" static as="ul" class="max-h-64 overflow-y-auto" :aria-label="name">
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
</template>
