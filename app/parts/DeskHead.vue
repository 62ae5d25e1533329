<script setup lang="ts">
import PartText from './PartText.vue'

/** The name of what is at the desk, to be changed in place, and below it what it is in a line. `lit`: in the colour of cues and what they go to. */
defineProps<{ name: string; called?: string; facts?: string; lit?: boolean }>()
defineEmits<{ rename: [name: string] }>()
</script>

<template>
  <div class="min-w-0 flex-1">
    <h2
      class="text-[17px] leading-tight font-semibold [&_.part]:!border-transparent [&_.part:hover]:!border-lamp"
      :class="{ '[&_.part]:!text-lamp': lit }"
    >
      <PartText :name="called ?? 'Name'" :value="name" @change="$emit('rename', $event)" />
    </h2>
    <p v-if="facts || $slots.default" class="text-xs text-bone-3">
      <slot>{{ facts }}</slot>
    </p>
  </div>
</template>
