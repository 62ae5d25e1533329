<script setup lang="ts">
import type { Flashes } from '~~/core/light'
import { clock } from '~/words/time'

/** Tells of a show that flashes before somebody goes on into it (`goesOn` says how); `agree`: they will, with the flashes softened or not. */
defineProps<{ flashes: Flashes; goesOn: string }>()
const emit = defineEmits<{ agree: [softens: boolean]; leave: [] }>()
</script>

<template>
  <div
    role="alertdialog"
    aria-label="This show flashes"
    class="absolute top-1/3 left-1/2 w-[420px] max-w-[95%] -translate-x-1/2 z-10 rounded-md border border-rule bg-ink-1 p-4"
    @pointerdown.stop
  >
    <p>
      Within a second this show flashes {{ flashes.most }} times{{ flashes.isRed ? ', in red' : '' }}, at
      {{ clock(flashes.at, 1) }} of the run. That can cause fits in people who are prone to them.
    </p>
    <p class="mt-3 flex flex-wrap gap-2">
      <button class="button primary" @click="emit('agree', true)">{{ goesOn }}, flashes softened</button>
      <button class="button" @click="emit('agree', false)">As it is</button>
      <button class="button" @click="emit('leave')">Leave</button>
    </p>
  </div>
</template>
