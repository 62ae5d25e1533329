<script setup lang="ts">
import { VARIATION } from '~~/core/study'
import { useShow } from '~/document/show'
import { useRun } from '~/run/current-run'
import { walkName } from '~/words/names'
import { plain } from '~/words/time'
import { MOST_WALKERS, useStudy } from './study'

/** Who sets out, as a sentence, and how far they have come. */
const doc = useShow()
const runs = useRun()
const study = useStudy()
const draft = ref<string>()
function end(keeps: boolean) {
  const wanted = Math.round(Number(draft.value?.replace(/[\s,]/g, '')))
  draft.value = undefined
  if (!keeps || !(wanted >= 1) || wanted === study.walkers) return
  study.walkers = Math.min(MOST_WALKERS, wanted)
  void study.begin()
}
const thousands = (n: number) => n.toLocaleString('en')
const walks = computed(() => (doc.show ? runs.walks.map((id) => walkName(doc.now, id)).join(' and ') : ''))
const [slow, quick] = VARIATION.pace
const TEETH = 50
const home = computed(() => study.outcomes.length / Math.max(1, study.walkers))
const field = ref<HTMLInputElement>()
async function beginCount() {
  draft.value = String(study.walkers)
  await nextTick()
  field.value?.select()
}
</script>

<template>
  <div class="flex h-[46px] flex-none items-center gap-4 border-b border-rule px-3.5">
    <p class="min-w-0 flex-1 truncate">
      <input
        v-if="draft !== undefined"
        ref="field"
        v-model="draft"
        class="field w-20"
        aria-label="How many walkers"
        inputmode="numeric"
        @keydown.enter="end(true)"
        @keydown.esc.stop="end(false)"
        @blur="end(true)"
      /><button v-else class="part" title="How many set out" @click="beginCount">
        {{ thousands(study.walkers) }} walkers
      </button>
      set out on <span class="text-bone" title="Whom the score follows">{{ walks }}</span>, each at {{ plain(slow) }} to
      {{ plain(quick) }} times its pace, up to {{ plain(VARIATION.aside) }} m aside, 1 in
      {{ plain(1 / VARIATION.turnsBack, 0) }} turning back
    </p>
    <span
      class="flex h-4 items-end gap-px"
      role="progressbar"
      :aria-valuenow="study.outcomes.length"
      aria-valuemin="0"
      :aria-valuemax="study.walkers"
      aria-label="Walkers that are home"
    >
      <span
        v-for="tooth in TEETH"
        :key="tooth"
        class="w-[2px]"
        :class="[tooth % 10 === 1 ? 'h-4' : 'h-3', tooth <= home * TEETH ? 'bg-lamp' : 'bg-ink-3']"
      />
    </span>
    <span class="font-mono text-xs whitespace-nowrap" data-home
      >{{ thousands(study.outcomes.length) }} home{{ study.isOld ? ', of what was before' : '' }}</span
    >
    <button v-if="study.isGoing" class="button" @click="study.stop">Stop here</button>
    <button v-else class="button" @click="study.begin">Again</button>
  </div>
</template>
