<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import type { Cue } from '~~/core/show'
import SenseGlyph from '~/frame/SenseGlyph.vue'
import { useMenuPlace } from '~/frame/menu-place'
import { SENSES } from '~/words/step-kinds'
import { useAddStep } from './edits/add-step'

/** Every kind of step that a cue can have, by the sense it reaches; one that wants something first says so. */
const props = defineProps<{ cue: Cue; at?: number; name?: string }>()
const { offers, add } = useAddStep(
  () => props.cue,
  () => props.at ?? 0,
)
function bySense() {
  const all = offers()
  return SENSES.map((sense) => ({ sense, kinds: all.filter((offer) => offer.sense === sense) }))
}
const { place } = useMenuPlace('bottom-end')
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton ref="opener" class="chip" data-add title="A">{{ name ?? '+ step' }}</MenuButton>
    <MenuItems as="template"
      ><div ref="menu" class="menu w-[26rem]" :style="place">
        <div v-for="{ sense, kinds } in bySense()" :key="sense" class="flex border-b border-rule py-0.5 last:border-0">
          <SenseGlyph :sense="sense" class="mx-1.5 mt-1.5 flex-none" />
          <div class="grid flex-1 grid-cols-2">
            <MenuItem v-for="{ kind, name: called, wants } in kinds" :key="kind" v-slot="{ active }"
              ><button class="menu-item !whitespace-normal" :class="{ 'bg-ink-3': active }" @click="add(kind)">
                {{ called }}<span v-if="wants" class="block text-[11px] text-bone-3">wants {{ wants }}</span>
              </button></MenuItem
            >
          </div>
        </div>
      </div></MenuItems
    >
  </Menu>
</template>
