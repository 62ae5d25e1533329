<script setup lang="ts">
import { SPEEDS, usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { clock } from '~/words/time'
import SeedChip from './SeedChip.vue'
import WalksChip from './WalksChip.vue'

const playhead = usePlayhead()
const runs = useRun()
const names: { [speed: number]: string } = { 0.25: '¼×', 1: '1×', 4: '4×' }
function nextSpeed() {
  const all: readonly number[] = SPEEDS
  playhead.setSpeed(all[(all.indexOf(playhead.speed) + 1) % all.length]!)
}
</script>

<template>
  <div class="flex h-[30px] flex-none items-center gap-2 border-b border-rule px-2.5">
    <button
      :aria-label="playhead.playing ? 'Pause' : 'Play'"
      title="Space"
      class="grid size-6 place-items-center rounded"
      @click="playhead.toggle()"
    >
      <svg width="14" height="14" viewBox="0 0 14 14" fill="var(--color-lamp)" aria-hidden="true">
        <path v-if="!playhead.playing" d="M2.5 1.5l10 5.5-10 5.5z" />
        <path v-else d="M3 2h3v10H3zM8 2h3v10H8z" />
      </svg>
    </button>
    <span role="timer" class="font-mono text-[13px] font-semibold text-lamp">{{ clock(playhead.t) }}</span>
    <span class="text-[11px] whitespace-nowrap text-bone-3">of {{ clock(playhead.length, 0) }}</span>
    <span class="flex-1" />
    <button
      class="chip !px-1.5"
      :aria-label="`Speed ${names[playhead.speed]}`"
      title="Speed: ¼×, 1×, 4×"
      @click="nextSpeed"
    >
      {{ names[playhead.speed] }}
    </button>
    <button
      class="chip !px-1.5"
      :class="{ '!border-tide !text-tide': playhead.looping }"
      :disabled="!playhead.marked"
      :aria-pressed="playhead.looping"
      title="Go round in what is marked (L); drag over the lanes to mark"
      @click="playhead.loop()"
    >
      loop
    </button>
  </div>
  <div class="flex h-[26px] flex-none items-center gap-1.5 border-b border-rule px-2.5">
    <WalksChip />
    <button
      v-if="runs.walker !== undefined"
      class="chip !border-tide !text-tide"
      title="Back to the walk as it is drawn"
      @click="runs.walker = undefined"
    >
      walker {{ runs.walker }}, back
    </button>
    <span class="flex-1" />
    <SeedChip />
  </div>
</template>
