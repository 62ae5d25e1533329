<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { useMenuPlace } from '~/frame/menu-place'
import type { Tool } from './hand/tools'

/** A group of tools, opened from its name. Its name alone takes the one that was used last: a hand may draw at once. */
const props = defineProps<{ words: string; on: boolean; entries: readonly { tool: Tool; name: string }[] }>()
const emit = defineEmits<{ choose: [tool: Tool] }>()
const last = ref(props.entries[0]!.tool)
function choose(tool: Tool) {
  last.value = tool
  emit('choose', tool)
}
const { place } = useMenuPlace()
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton
      ref="opener"
      class="rounded-md px-2 py-1"
      :class="on ? 'bg-ink-3 text-lamp' : 'text-bone-2 hover:text-bone'"
      @click="on || choose(last)"
      >{{ words }}</MenuButton
    >
    <MenuItems as="template"
      ><div ref="menu" class="menu" :style="place">
        <MenuItem v-for="entry in entries" :key="entry.tool" v-slot="{ active }"
          ><button
            class="menu-item"
            :class="{ 'bg-ink-3': active, 'text-lamp': on && entry.tool === last }"
            @click="choose(entry.tool)"
          >
            {{ entry.name }}
          </button></MenuItem
        >
      </div></MenuItems
    >
  </Menu>
</template>
