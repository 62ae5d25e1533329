<script setup lang="ts">
import { clock } from '~/words/time'
import type { LedgerLine } from './ledger'

/** The last of what fired and what was held, as it happens. */
const props = defineProps<{ lines: readonly LedgerLine[] }>()
const MOST = 6
const last = computed(() => props.lines.slice(-MOST))
</script>

<template>
  <ol class="flex flex-col gap-1 text-[13px]" aria-label="Ledger" aria-live="polite">
    <li v-for="(line, i) in last" :key="`${line.t}|${i}`" class="flex items-center gap-3" :data-line="line.mark">
      <span class="w-14 font-mono text-xs text-bone-2">{{ clock(line.t, 1) }}</span>
      <svg width="9" height="15" viewBox="0 0 9 15" aria-hidden="true" class="flex-none">
        <template v-if="line.mark === 'fired'">
          <path d="M4.5 5v10" stroke="var(--color-lamp)" stroke-width="1.4" />
          <circle cx="4.5" cy="3.5" r="3" fill="var(--color-lamp)" />
        </template>
        <template v-else-if="line.mark === 'held'">
          <path d="M4.5 6.5v8.5" stroke="var(--color-rust)" stroke-width="1.4" />
          <circle cx="4.5" cy="3.5" r="2.5" fill="none" stroke="var(--color-rust)" stroke-width="1.4" />
        </template>
        <path v-else d="M1 7.5h7" stroke="var(--color-bone-3)" stroke-width="1.4" />
      </svg>
      <span :class="line.mark === 'held' ? 'text-rust' : line.mark === 'other' ? 'text-bone-2' : ''"
        ><span class="text-bone-2">{{ line.who }}</span> {{ line.does }}
        <span :class="line.mark === 'fired' ? 'font-semibold' : ''">{{ line.what }}</span></span
      >
    </li>
  </ol>
</template>
