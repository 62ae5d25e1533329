<script setup lang="ts">
import { fetched } from '~/frame/fetched'
import { clock } from '~/words/time'
import { keepFocus } from '~/frame/keep-focus'
import { useShow } from '~/document/show'
import { useRun } from '~/run/current-run'
import { isFiltered, laneFilter } from './lane-filter'
import { useLanes } from './lanes'
import ScoreCanvas from './ScoreCanvas.vue'
import CurveHeads from './CurveHeads.vue'
import ScoreTransport from './ScoreTransport.vue'
import LaneHeads from './LaneHeads.vue'

const LaneFilter = fetched(() => import('./LaneFilter.vue'))
const WithoutNote = fetched(() => import('./WithoutNote.vue'))
const LoopNote = fetched(() => import('./LoopNote.vue'))
const EventTable = fetched(() => import('./EventTable.vue'))

const runs = useRun()
const band = ref<HTMLElement>()
const scroll = ref(0)
const table = ref(false)
const filters = ref(false)
const doc = useShow()
const hasScares = computed(() => doc.cues.some(({ scare }) => scare))
const { lanes, counts } = useLanes()
keepFocus(band, lanes)
</script>

<template>
  <section ref="band" aria-label="Score" role="region" tabindex="-1" class="flex min-h-0 bg-ink-1">
    <div class="flex w-[252px] flex-none flex-col border-r border-rule">
      <ScoreTransport />
      <LaneHeads :scroll="scroll" @scroll="scroll = $event" />
      <CurveHeads />
    </div>
    <div class="relative min-w-0 flex-1">
      <LoopNote v-if="runs.loop" :loop="runs.loop" :says="runs.problem" />
      <p
        v-else-if="runs.problem"
        role="alert"
        class="absolute top-2 left-3 z-20 max-w-[80%] rounded-md border border-rust bg-ink-2 px-3 py-2 text-rust"
      >
        {{ runs.problem }}
      </p>
      <div
        v-if="runs.waitsAt !== undefined"
        role="status"
        class="absolute top-2 right-3 z-20 flex items-center gap-3 rounded-md border border-rule bg-ink-2 px-3 py-2 text-bone-2"
      >
        <span
          >This score is older than the show: its run is being worked out, up to
          <span class="font-mono text-xs">{{ clock(runs.waitsAt, 0) }}</span> so far.</span
        >
        <button class="button" @click="runs.stop()">Stop</button>
      </div>
      <p
        v-if="runs.earlier"
        role="status"
        class="pointer-events-none absolute top-[3px] left-3 z-20 rounded-full bg-ink-2 px-3 py-0.5 text-bone-2"
      >
        This is a run of the later version that is compared, not of what is there now.
      </p>
      <WithoutNote v-if="runs.without.length > 0" class="absolute top-[2px] left-3 z-20" />
      <EventTable v-if="table" @close="table = false" />
      <ScoreCanvas
        v-else
        class="transition-opacity motion-reduce:transition-none"
        :class="runs.waitsAt === undefined ? '' : 'opacity-40'"
        :scroll="scroll"
        @scroll="scroll = $event"
      />
      <div class="absolute top-[3px] right-2 z-10 flex gap-2 [&>*]:bg-ink-1">
        <button
          v-if="hasScares"
          class="chip"
          :class="{ '!border-tide !text-tide': laneFilter.scares }"
          :aria-pressed="laneFilter.scares === true"
          @click="laneFilter.scares = laneFilter.scares ? undefined : true"
        >
          Scares
        </button>
        <button
          class="chip"
          :class="{ '!border-tide !text-tide': isFiltered }"
          :aria-expanded="filters"
          @click="filters = !filters"
        >
          {{ isFiltered ? `${counts.seen} of ${counts.all} lanes` : 'All lanes' }}
        </button>
        <button class="chip" :aria-pressed="table" @click="table = !table">
          {{ table ? 'Lanes' : 'Events as a table' }}
        </button>
      </div>
      <LaneFilter v-if="filters" @close="filters = false" />
    </div>
  </section>
</template>
