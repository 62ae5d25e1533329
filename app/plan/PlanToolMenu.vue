<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { useMenuPlace } from '~/frame/menu-place'
import type { Tool } from './hand/tools'

/** A group of tools, opened from its name. Its name alone takes the one that was used last: a hand may draw at once. */
const props = defineProps<{
  words: string
  on: boolean
  /** It stays in the hand for the next thing. */
  keeps: boolean
  title: string | undefined
  entries: readonly { tool: Tool; name: string }[]
}>()
const emit = defineEmits<{ choose: [tool: Tool, stays: boolean] }>()
const last = ref(props.entries[0]!.tool)
function choose(tool: Tool, stays: boolean) {
  last.value = tool
  emit('choose', tool, stays)
}
const { place } = useMenuPlace()
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton
      ref="opener"
      class="tool"
      :class="{ on }"
      :title="title"
      @click="(!on || $event.shiftKey) && choose(last, $event.shiftKey)"
      @dblclick="choose(last, true)"
      >{{ words }}<span v-if="keeps" class="text-bone-3" data-stays> …</span></MenuButton
    >
    <MenuItems as="template"
      ><div ref="menu" class="menu" :style="place">
        <MenuItem v-for="entry in entries" :key="entry.tool" v-slot="{ active }"
          ><button
            class="menu-item"
            :class="{ 'bg-ink-3': active, 'text-lamp': on && entry.tool === last }"
            @click="choose(entry.tool, $event.shiftKey)"
          >
            {{ entry.name }}
          </button></MenuItem
        >
      </div></MenuItems
    >
  </Menu>
</template>
