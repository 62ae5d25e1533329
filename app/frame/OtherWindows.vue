<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import { useMenuPlace } from './menu-place'
import { usePlayhead } from './playhead'
import { walksFrom } from './walking-in'

/** The other windows that have the show open, and what one can do with them. */
const doc = useShow()
const playhead = usePlayhead()
const { place } = useMenuPlace()
const words = computed(() => {
  const { others, walkers, follows, followers } = doc.windows
  const more = walkers > 0 ? `${walkers} walking` : follows ? 'followed' : followers > 0 ? 'following' : ''
  return [count(others, 'other window'), more].filter(Boolean).join(' · ')
})
const acts = computed((): { words: string; help: string; does: () => void }[] => {
  const { walkers, follows } = doc.windows
  const walk = (together: 'walks' | 'looks on') => () => (walksFrom.value = { t: playhead.t, together })
  return [
    {
      words: walkers > 0 ? 'Walk in with who walks' : 'Walk in together',
      help: walkers > 0 ? 'You come to where they are' : 'From the playhead; the other windows are told',
      does: walk('walks'),
    },
    ...(walkers > 0 ? [{ words: 'Look on', help: 'See and hear what who walks does', does: walk('looks on') }] : []),
    {
      words: follows ? 'Follow no more' : 'Follow',
      help: follows ? 'The playhead is your own again' : 'Playhead and Eyes go where theirs go',
      does: () => doc.windows.follow(!follows),
    },
  ]
})
</script>

<template>
  <Menu v-if="doc.windows.others > 0" as="div" class="relative">
    <MenuButton ref="opener" class="chip whitespace-nowrap text-tide">{{ words }}</MenuButton>
    <MenuItems as="template"
      ><div ref="menu" class="menu" :style="place">
        <MenuItem v-for="act in acts" :key="act.words" v-slot="{ active }"
          ><button class="menu-item" :class="{ 'bg-ink-3': active }" @click="act.does">
            {{ act.words }}<span class="block text-[11px] text-bone-3">{{ act.help }}</span>
          </button></MenuItem
        >
      </div></MenuItems
    >
  </Menu>
</template>
