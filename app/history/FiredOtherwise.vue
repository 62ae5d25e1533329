<script setup lang="ts">
import type { FiredOtherwise } from '~~/core/score'
import { useShow } from '~/document/show'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { clock, count, plain } from '~/words/time'
import { cueName, zoneName } from '~/words/names'

/** What of the run fires earlier, later, no more, or is new; a press goes there. */
const runs = useRun()
const doc = useShow()
const playhead = usePlayhead()
/** So many are told. */
const MOST = 200
const all = computed(() => runs.firedOtherwise ?? [])
const what = ({ before, after }: FiredOtherwise): string => {
  if (before === undefined) return 'new'
  if (after === undefined) return 'no more'
  return `${plain(Math.abs(after - before), 1)} s ${after < before ? 'earlier' : 'later'}`
}
const colour = ({ before, after }: FiredOtherwise): string =>
  before === undefined ? 'text-tide' : after === undefined ? 'text-rust' : 'text-lamp'
/** Where it is, if its cue doesn’t say that by its name. */
const where = ({ zone, cue }: FiredOtherwise): string => {
  const words = zone === undefined ? 'of no zone' : zoneName(doc.now, zone)
  return words === cueName(doc.now, cue) ? '' : words
}
const when = (t: number | undefined): string => (t === undefined ? '' : clock(t, 1))
</script>

<template>
  <section v-if="runs.firedOtherwise" aria-label="What fires otherwise">
    <h3 class="mb-1 font-semibold text-bone-2">
      {{ all.length === 0 ? 'All fires as it did' : `${count(all.length, 'firing')} otherwise` }}
    </h3>
    <ul class="max-h-64 overflow-y-auto">
      <li v-for="(one, i) in all.slice(0, MOST)" :key="i">
        <button
          class="flex min-h-6 w-full items-baseline gap-2 rounded-md px-2 py-0.5 text-left hover:bg-ink-2"
          :title="one.before !== undefined ? `was at ${when(one.before)}` : undefined"
          @click="playhead.seek(one.after ?? one.before!)"
        >
          <span class="min-w-0 flex-1 truncate"
            >{{ cueName(doc.now, one.cue) }} <span class="text-xs text-bone-3">{{ where(one) }}</span></span
          >
          <span class="font-mono text-[11px] text-bone-3">{{ when(one.after ?? one.before) }}</span>
          <span class="w-20 flex-none text-right text-xs" :class="colour(one)">{{ what(one) }}</span>
        </button>
      </li>
      <li v-if="all.length > MOST" class="px-2 text-xs text-bone-3">and {{ all.length - MOST }} more</li>
    </ul>
  </section>
</template>
