<script setup lang="ts" generic="T">
import { alike } from '~~/core/show'
import { fetched } from '~/frame/fetched'
import PartMenu from './PartMenu.vue'

const PartSearched = fetched(() => import('./PartSearched.vue'))

/** A part of a sentence that is one of several words; of many, they are searched. */
const props = defineProps<{ name: string; value: T; options: readonly { value: T; words: string }[]; cue?: boolean }>()
const emit = defineEmits<{ choose: [value: T] }>()
/** More than this are searched rather than read through. */
const READ = 12
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
  <PartMenu
    v-else
    :name="name"
    :words="words"
    :value="value"
    :options="options"
    :cue="cue"
    @choose="emit('choose', $event)"
  />
</template>
