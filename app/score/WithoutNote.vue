<script setup lang="ts">
import { useShow } from '~/document/show'
import { useRun } from '~/run/current-run'
import type { Piece } from '~/run/without'

/** Says what the run is without, and brings it back. */
const doc = useShow()
const runs = useRun()
const MOST = 3
const names = computed(() => {
  const some = runs.without.slice(0, MOST).map(nameOf).join(', ')
  const more = runs.without.length - MOST
  return more > 0 ? `${some} and ${more} more` : some
})
function nameOf({ kind, id }: Piece): string {
  const { zones, cues, groups } = doc.now
  const all = kind === 'zone' ? zones : kind === 'cue' ? cues : groups
  return all.find((each) => each.id === id)?.name ?? id
}
</script>

<template>
  <p role="status" class="flex items-baseline gap-2 rounded-full border border-tide bg-ink-2 px-3 py-0.5 text-tide">
    This run is without {{ names }}.
    <button class="part" @click="runs.without = []">With everything</button>
  </p>
</template>
