<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import type { RunEvent } from '~~/core/engine'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { clock, plain } from '~/words/time'
import { ruleName } from '~/words/sentences'
import { cueName, flagName, walkName, zoneName } from '~/words/names'
import { unmetAt, unmetConditions } from '~/words/unmet-conditions'

defineEmits<{ close: [] }>()
const doc = useShow()
const runs = useRun()
/** What the run is of: names are found there. */
const played = computed(() => runs.played ?? doc.show!)
const unmet = computed(() => unmetConditions(played.value, runs.events))
const playhead = usePlayhead()
const selection = useSelection()
const words = ref('')
const copied = ref(false)
/** More rows than this are drawn only when the filter asks for them. */
const MOST = 600

interface Row {
  event: RunEvent
  time: string
  kind: string
  who: string
  where: string
  what: string
}
function who(event: RunEvent): string {
  if ('player' in event && event.player) return walkName(played.value, event.player)
  if (!('prop' in event)) return ''
  return played.value.place.props.find((prop) => prop.id === event.prop)?.name ?? ''
}
function what(event: RunEvent): string {
  const show = played.value
  switch (event.kind) {
    case 'fire': {
      const [rule, cue] = [ruleName(show, event.rule), cueName(show, event.cue)]
      return rule === cue ? cue : `${rule}: ${cue}`
    }
    case 'start':
      return cueName(show, event.cue)
    case 'end':
      return `${cueName(show, event.cue)}, ${event.why}`
    case 'held':
      return [
        ruleName(show, event.rule),
        event.left === undefined ? event.gate : `${event.gate}, ${plain(event.left)} s left`,
        event.gate === 'condition' ? unmetAt(unmet.value, event.rule, event.t) : undefined,
      ]
        .filter(Boolean)
        .join(': ')
    case 'step':
      return `${event.of}${event.count === undefined ? '' : ` of ${event.count}`}${event.text ? ` “${event.text}”` : ''}${event.channel ? ` → ${event.channel}` : ''}`
    case 'stepEnd':
      return event.step
    case 'sound':
      return `${show.sounds.find((s) => s.id === event.sound)?.name ?? event.sound}, ${plain(event.gain, 1)} dB`
    case 'press':
      return event.taken.map((rule) => ruleName(show, rule)).join(', ') || 'taken by nobody'
    case 'lock':
    case 'unlock':
      return event.locks.join(', ') || 'free'
    case 'signal':
      return event.heard === 0 ? `${event.name}, sent, heard by nobody` : `${event.name}, heard by ${event.heard}`
    case 'flag':
      return `${flagName(show, event.flag)}: ${typeof event.value === 'number' ? plain(event.value) : event.value ? 'yes' : 'no'}`
    case 'zone':
      return event.enabled ? 'on' : 'off'
    case 'impact':
      return `${plain(event.speed, 1)} m/s`
    case 'move':
      return `to ${event.to.map((v) => plain(v, 1)).join(', ')}`
    case 'walkEnd':
      return event.locked ? 'locked' : ''
    default:
      return ''
  }
}
const rows = computed((): Row[] => {
  const show = played.value
  const zones = new Map<number, string>()
  return runs.events.map((event) => {
    if (event.kind === 'fire' && event.zone) zones.set(event.playing, event.zone)
    const zone =
      'zone' in event
        ? event.zone
        : 'playing' in event && event.playing !== undefined
          ? zones.get(event.playing)
          : undefined
    return {
      event,
      time: clock(event.t, 3),
      kind: event.kind,
      who: who(event),
      where: zone ? zoneName(show, zone) : '',
      what: what(event),
    }
  })
})
const shown = computed(() => {
  const asked = words.value.toLowerCase().split(/\s+/).filter(Boolean)
  if (asked.length === 0) return rows.value
  return rows.value.filter((row) =>
    asked.every((word) =>
      `${row.time.replace(/^0/, '')} ${row.time} ${row.kind} ${row.who} ${row.where} ${row.what}`
        .toLowerCase()
        .includes(word),
    ),
  )
})
function go(row: Row) {
  playhead.seek(row.event.t)
  const zone = played.value.zones.find((z) => z.name === row.where)
  if (zone) selection.choose('zone', zone.id)
}
/** Also in a page that is no secure context. */
const clipboard = useClipboard({ legacy: true })
async function copy() {
  const text = [
    ['time', 'kind', 'who', 'zone', 'what'],
    ...shown.value.map((row) => [row.time, row.kind, row.who, row.where, row.what]),
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
            <td class="px-3">{{ row.what }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="shown.length > MOST" class="px-3 py-2 text-bone-3">
        The first {{ MOST }} are shown. Filter to see the others; copying takes them all.
      </p>
    </div>
  </div>
</template>
