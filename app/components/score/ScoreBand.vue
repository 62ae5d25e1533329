<script setup lang="ts">
import { lanesOf } from '~~/core/score'
import { useRun } from '~/stores/run'

const runs = useRun()
const scroll = ref(0)
const table = ref(false)
const lanes = computed(() => (runs.score ? lanesOf(runs.score) : []))
</script>

<template>
  <section aria-label="Score" role="region" class="flex min-h-0 bg-ink-1">
    <div class="flex w-[252px] flex-none flex-col border-r border-rule">
      <ScoreTransport />
      <LaneHeads :lanes="lanes" :scroll="scroll" @scroll="scroll = $event" />
      <CurveHeads />
    </div>
    <div class="relative min-w-0 flex-1">
      <p
        v-if="runs.problem"
        role="alert"
        class="absolute top-2 left-3 z-20 max-w-[80%] rounded-md border border-rust bg-ink-2 px-3 py-2 text-rust"
      >
        {{ runs.problem }}
      </p>
      <EventTable v-if="table" @close="table = false" />
      <ScoreCanvas v-else :lanes="lanes" :scroll="scroll" @scroll="scroll = $event" />
      <button class="chip absolute right-2 bottom-[72px] z-10 bg-ink-1" :aria-pressed="table" @click="table = !table">
        {{ table ? 'Lanes' : 'Events as a table' }}
      </button>
    </div>
  </section>
</template>
