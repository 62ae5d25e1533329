<script setup lang="ts">
import { useRun } from '~/run/current-run'
import type { Piece } from '~/run/without'

/** Takes a piece out of the run for a moment, or lets it in again: only here, and nothing is edited. */
const props = defineProps<{ piece: Piece }>()
const runs = useRun()
const isOut = computed(() => runs.isWithout(props.piece))
</script>

<template>
  <button
    class="chip"
    :class="{ '!border-tide !text-tide': isOut }"
    :aria-pressed="isOut"
    title="Runs the show without it; only here, and nothing is edited"
    @click="runs.toggleWithout(piece)"
  >
    {{ isOut ? 'Run is without it' : 'Run without it' }}
  </button>
</template>
