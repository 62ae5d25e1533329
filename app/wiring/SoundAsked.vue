<script setup lang="ts">
import {
  Combobox,
  ComboboxInput,
  ComboboxLabel,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogPanel,
} from '@headlessui/vue'
import { useShow } from '~/document/show'
import { useAudition } from '~/playback/audition'
import { plain } from '~/words/time'
import { withWords } from '~/words/with-words'
import { soundsToChoose, type SoundChoice } from './sounds-to-choose'
import type { Asked, Heard } from './heard'

/** Which sound something is to have: by any part of its name, heard before it is chosen; what came in last stands first. */
const props = defineProps<{ asked: Asked; title: string }>()
const emit = defineEmits<{ choose: [heard: Heard]; leave: [] }>()
const doc = useShow()
const audition = useAudition()
const words = ref('')
const all = computed(() => soundsToChoose(doc.now, props.asked))
const found = computed(() => withWords(all.value, words.value))
const none: SoundChoice | null = null
function choose(choice: SoundChoice | null) {
  if (!choice) return
  audition.hush()
  emit('choose', choice.heard)
}
function leave() {
  audition.hush()
  emit('leave')
}
const hear = (choice: SoundChoice | undefined) => choice?.sound && audition.toggle(choice.sound)
</script>

<template>
  <Dialog :open="true" :aria-label="asked.what" class="relative z-50" @close="leave">
    <div class="fixed inset-0 bg-ink-0/60" aria-hidden="true" />
    <div class="fixed inset-x-0 top-24 flex justify-center px-6">
      <DialogPanel class="w-[480px] rounded-xl border border-rule bg-ink-2 p-3">
        <p class="px-1 text-xs text-bone-3">{{ title }}</p>
        <Combobox v-slot="{ activeOption }" :model-value="none" nullable @update:model-value="choose">
          <ComboboxLabel class="mb-2 block px-1 text-[15px] font-semibold">{{ asked.what }}</ComboboxLabel>
          <ComboboxInput
            class="field w-full !px-3 !py-1.5 text-[15px]"
            placeholder="Any part of its name"
            :display-value="() => words"
            @change="words = $event.target.value"
            @keydown.alt.h.prevent.stop="hear(activeOption ?? found[0])"
            @keydown.enter="!activeOption && choose(found[0] ?? null)"
          />
          <ComboboxOptions static class="mt-2 max-h-80 overflow-y-auto" aria-label="Sounds">
            <ComboboxOption
              v-for="(choice, i) in found"
              :key="choice.key"
              v-slot="{ active }"
              :value="choice"
              as="template"
            >
              <li
                class="flex cursor-pointer items-baseline gap-3 rounded-md px-3 py-1"
                :class="active || (!activeOption && i === 0) ? 'bg-ink-3' : ''"
              >
                <span class="min-w-0 flex-1 truncate">{{ choice.words }}</span>
                <span v-if="choice.isNew" class="text-xs text-lamp">new</span>
                <span v-if="choice.sound && choice.heard.sound" class="font-mono text-[11px] text-bone-3"
                  >{{ plain(choice.sound.seconds, 1) }} s</span
                >
                <button
                  v-if="choice.sound"
                  class="part text-xs"
                  tabindex="-1"
                  :aria-label="`Hear ${choice.words}`"
                  @click.stop.prevent="hear(choice)"
                >
                  {{ audition.playing.value === choice.sound.id ? 'stop' : 'hear' }}
                </button>
              </li>
            </ComboboxOption>
          </ComboboxOptions>
          <p v-if="found.length === 0" class="px-3 py-2 text-bone-3">Nothing is called so.</p>
        </Combobox>
        <p class="mt-2 px-1 text-xs text-bone-3">Enter takes the one that is lit, Alt+H hears it.</p>
      </DialogPanel>
    </div>
  </Dialog>
</template>
