<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { eventRows, rowsWith, type EventRow } from './event-rows'

defineEmits<{ close: [] }>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
const selection = useSelection()
const words = ref('')
const copied = ref(false)
/** More rows than this are drawn only when the filter asks for them. */
const MOST = 600

/** What the run is of: names are found there. */
const played = computed(() => runs.played ?? doc.now)
const rows = computed(() => eventRows(played.value, runs.events))
const shown = computed(() => rowsWith(rows.value, words.value))
function go({ event, zone }: EventRow) {
  playhead.seek(event.t)
  if (zone && doc.now.zones.some(({ id }) => id === zone)) selection.choose('zone', zone)
}
/** Also in a page that is no secure context. */
const clipboard = useClipboard({ legacy: true })
async function copy() {
  const text = [
    ['time', 'kind', 'who', 'zone', 'what', 'note'],
    ...shown.value.map((row) => [row.time, row.kind, row.who, row.where, row.what, row.note]),
  ]
    .map((cells) => cells.join('\t'))
    .join('\n')
  await clipboard.copy(text)
  copied.value = clipboard.copied.value
}
watch(words, () => (copied.value = false))
</script>

<template>
  <div class="absolute inset-0 flex flex-col bg-ink-1" @keydown.esc="$emit('close')">
    <div class="flex items-center gap-3 border-b border-rule px-3 py-1">
      <input
        v-model="words"
        class="field w-72"
        type="search"
        placeholder="Filter: held cooldown, rack …"
        aria-label="Filter the events"
      />
      <span class="text-xs text-bone-3">{{ shown.length }} of {{ rows.length }} events</span>
      <button class="chip" @click="copy">{{ copied ? 'Copied' : 'Copy these rows' }}</button>
    </div>
    <div class="min-h-0 flex-1 overflow-auto pb-8">
      <table class="w-full text-left text-xs">
        <thead class="sticky top-0 bg-ink-1 text-bone-3">
          <tr>
            <th v-for="name in ['Time', 'Event', 'Who', 'Zone', 'What']" :key="name" class="px-3 py-1 font-normal">
              {{ name }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(row, index) in shown.slice(0, MOST)"
            :key="index"
            tabindex="0"
            :data-hears="row.event.kind === 'sound' ? `sound:${row.event.sound}` : undefined"
            class="cursor-pointer border-t border-row hover:bg-ink-2"
            :class="row.kind === 'held' ? 'text-rust' : row.kind === 'fire' ? 'text-lamp' : 'text-bone-2'"
            @click="go(row)"
            @keydown.enter="go(row)"
          >
            <td class="px-3 py-0.5 font-mono text-[10px]">{{ row.time }}</td>
            <td class="px-3">{{ row.kind }}</td>
            <td class="px-3">{{ row.who }}</td>
            <td class="px-3">{{ row.where }}</td>
            <td class="px-3">
              {{ row.what }} <span v-if="row.note" class="text-bone-3">{{ row.note }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="shown.length > MOST" class="px-3 py-2 text-bone-3">
        The first {{ MOST }} are shown. Filter to see the others; copying takes them all.
      </p>
    </div>
  </div>
</template>
