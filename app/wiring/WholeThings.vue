<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import type { Zone } from '~~/core/show'
import { useShow } from '~/document/show'
import { useMenuPlace } from '~/frame/menu-place'
import { makeWhole, WHOLE_THINGS, type WholeThing } from './whole-things'

/** A short list of whole things that can happen at a zone; each is made at once, and then edited like anything else. */
const props = defineProps<{ zone: Zone }>()
const doc = useShow()
const offered = computed(() => WHOLE_THINGS.map((thing) => ({ thing, lacks: thing.lacks?.(doc.show!) })))
/** Whether what is made is to be copied: then its rules are shared, and its lamp, door, mark become parts. */
const asKit = ref(false)
const make = (thing: WholeThing) =>
  doc.edit(`${thing.name}, at ${props.zone.name}`, (edit) => makeWhole(edit, props.zone.id, thing, asKit.value))
const { place } = useMenuPlace('bottom-end')
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton ref="opener" class="chip" title="W" data-whole-things>+ whole thing</MenuButton>
    <MenuItems as="template"
      ><div ref="menu" class="menu w-96" :style="place">
        <MenuItem v-if="zone.kit === undefined" v-slot="{ active }" as="template"
          ><button
            class="menu-item !whitespace-normal"
            :class="active ? 'bg-ink-3' : ''"
            :aria-pressed="asKit"
            @click.prevent="asKit = !asKit"
          >
            {{ asKit ? 'To be copied: ' : 'For this place alone: ' }}
            <span class="text-bone-2">{{
              asKit
                ? 'its rules are shared, each copy gets its own lamp, door or mark'
                : 'press here if it will be copied'
            }}</span>
          </button></MenuItem
        >
        <MenuItem v-for="{ thing, lacks } in offered" :key="thing.name" v-slot="{ active }" :disabled="!!lacks"
          ><button
            class="menu-item !whitespace-normal"
            :class="[active ? 'bg-ink-3' : '', lacks ? '!cursor-default text-bone-3' : '']"
            @click="make(thing)"
          >
            {{ thing.name }}
            <span class="block text-[11px] text-bone-3">{{ lacks ? `wants ${lacks} first` : thing.says }}</span>
          </button></MenuItem
        >
      </div></MenuItems
    >
  </Menu>
</template>
