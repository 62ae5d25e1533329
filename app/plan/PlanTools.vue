<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { useMenuPlace } from '~/frame/menu-place'

import type { Tool } from './gestures'

const tool = defineModel<Tool>({ required: true })
defineEmits<{ fit: [] }>()
const shapes: [Tool, string][] = [
  ['box', 'Box'],
  ['cylinder', 'Cylinder'],
  ['sphere', 'Sphere'],
  ['prism', 'Prism'],
]
const drawsZone = computed(() => shapes.find(([kind]) => kind === tool.value)?.[1])
const look = (on: boolean) => (on ? 'bg-ink-3 text-lamp' : 'text-bone-2 hover:text-bone')
const { place } = useMenuPlace()
</script>

<template>
  <div role="toolbar" aria-label="Plan tools" class="flex gap-1 rounded-[9px] border border-rule bg-ink-1 p-1 text-xs">
    <button
      class="rounded-md px-2.5 py-1"
      :class="look(tool === 'choose')"
      :aria-pressed="tool === 'choose'"
      @click="tool = 'choose'"
    >
      Choose
    </button>
    <Menu as="div" class="relative">
      <MenuButton ref="opener" class="rounded-md px-2.5 py-1" :class="look(!!drawsZone)">{{
        drawsZone ? `Zone: ${drawsZone.toLowerCase()}` : 'Zone'
      }}</MenuButton>
      <MenuItems as="template"
        ><div ref="menu" class="menu" :style="place">
          <MenuItem v-for="[kind, name] in shapes" :key="kind" v-slot="{ active }"
            ><button class="menu-item" :class="{ 'bg-ink-3': active }" @click="tool = kind">
              {{ name }}
            </button></MenuItem
          >
        </div></MenuItems
      >
    </Menu>
    <button
      class="rounded-md px-2.5 py-1"
      :class="look(tool === 'walk')"
      :aria-pressed="tool === 'walk'"
      @click="tool = 'walk'"
    >
      Walk
    </button>
    <span class="mx-0.5 w-px bg-rule" />
    <button
      class="rounded-md px-2.5 py-1 text-bone-2 hover:text-bone"
      title="Show the whole place"
      @click="$emit('fit')"
    >
      Whole place
    </button>
  </div>
</template>
