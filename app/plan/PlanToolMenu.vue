<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { useMenuPlace } from '~/frame/menu-place'
import type { Tool } from './tools'

/** A group of tools, opened from its name. */
defineProps<{ words: string; on: boolean; entries: readonly { tool: Tool; name: string }[] }>()
defineEmits<{ choose: [tool: Tool] }>()
const { place } = useMenuPlace()
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton
      ref="opener"
      class="rounded-md px-2 py-1"
      :class="on ? 'bg-ink-3 text-lamp' : 'text-bone-2 hover:text-bone'"
      >{{ words }}</MenuButton
    >
    <MenuItems as="template"
      ><div ref="menu" class="menu" :style="place">
        <MenuItem v-for="entry in entries" :key="entry.tool" v-slot="{ active }"
          ><button class="menu-item" :class="{ 'bg-ink-3': active }" @click="$emit('choose', entry.tool)">
            {{ entry.name }}
          </button></MenuItem
        >
      </div></MenuItems
    >
  </Menu>
</template>
