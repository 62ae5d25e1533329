<script setup lang="ts">
import { useView } from './view'

/** How the place is looked at: from above, from above and cut, or through a player's eyes. */
const view = useView()
const TABS = [
  { name: 'Plan', help: 'The place from above', section: false, eyes: false },
  { name: 'Section', help: 'A cut through the place, for heights', section: true, eyes: false },
  { name: 'Eyes', help: 'What the player sees at the playhead', section: false, eyes: true },
]
const isOn = (tab: (typeof TABS)[number]) => view.eyes === tab.eyes && (tab.eyes || view.section === tab.section)
function go(tab: (typeof TABS)[number]) {
  view.eyes = tab.eyes
  if (!tab.eyes) view.section = tab.section
}
</script>

<template>
  <div
    role="group"
    aria-label="How the place is looked at"
    class="flex gap-1 rounded-[9px] border border-rule bg-ink-1 p-1 text-xs"
  >
    <button
      v-for="tab in TABS"
      :key="tab.name"
      class="tool"
      :aria-pressed="isOn(tab)"
      :title="tab.help"
      @click="go(tab)"
    >
      {{ tab.name }}
    </button>
  </div>
</template>
