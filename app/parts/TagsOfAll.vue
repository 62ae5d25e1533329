<script setup lang="ts">
import PartText from './PartText.vue'

/** The tags of several things: each with whether all have it, given to all or taken from them by a click. `change` has those of each, in their order. */
const props = defineProps<{ tags: readonly (readonly string[])[] }>()
const emit = defineEmits<{ change: [tags: string[][], label: string] }>()
const all = computed(() =>
  [...new Set(props.tags.flat())].map((tag) => ({ tag, isOfAll: props.tags.every((own) => own.includes(tag)) })),
)
function put(tag: string, on: boolean) {
  const now = props.tags.map((own) => (on ? [...new Set([...own, tag])] : own.filter((each) => each !== tag)))
  emit('change', now, on ? 'Tag' : 'Take a tag from')
}
</script>

<template>
  <span>
    <button
      v-for="{ tag, isOfAll } in all"
      :key="tag"
      class="chip mr-1"
      :aria-pressed="isOfAll"
      @click="put(tag, !isOfAll)"
    >
      {{ tag }}{{ isOfAll ? '' : ', some' }}
    </button>
    <PartText name="Tag for all" value="" empty="add one" @change="$event.trim() && put($event.trim(), true)" />
  </span>
</template>
