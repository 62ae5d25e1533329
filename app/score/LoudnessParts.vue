<script setup lang="ts">
import type { LoudnessShare } from '~~/core/sound'
import { useSelection } from '~/frame/selection'
import { usePlayhead } from '~/frame/playhead'
import { useShow } from '~/document/show'
import { loudestOf, loudnessAt, useLoudnessShares } from '~/run/loudness-shares'
import { useRun } from '~/run/current-run'
import { soundName } from '~/words/names'
import { clock, plain } from '~/words/time'

/** What makes how loud it is at the playhead: each sound with its share; and the way to where the run is loudest. */
const emit = defineEmits<{ leave: [] }>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
const selection = useSelection()
const played = computed(() => runs.played ?? doc.now)
const shares = useLoudnessShares(() => playhead.t)
const level = computed(() => loudnessAt(runs.loudness, playhead.t))
const loudest = computed(() => loudestOf(runs.loudness))
const isLoudest = computed(() => loudest.value && level.value === loudest.value.level)
const percent = (share: number) => (share < 0.005 ? 'under 1 %' : `${Math.round(share * 100)} %`)
/** The step that the sound sounds by, where it is in the show. */
function go({ by }: LoudnessShare) {
  const { step } = by.at(-1)!
  const cue = doc.now.cues.find(({ steps }) => steps.some(({ id }) => id === step))
  if (!cue) return
  selection.choose('cue', cue.id)
  selection.openOne(step)
  emit('leave')
}
</script>

<template>
  <div class="space-y-1.5 text-[12px] text-bone-2">
    <p class="flex justify-between gap-3 text-[13px] text-bone">
      <strong>{{ isLoudest ? 'Loudest' : 'How loud' }} at {{ clock(playhead.t) }}</strong>
      <span v-if="level !== undefined" class="font-mono text-[12px]">{{ plain(level, 1) }} LUFS</span>
    </p>
    <p v-if="shares.length === 0" class="text-bone-3">Nothing sounds in the 3 s before it.</p>
    <ul v-else class="max-h-48 overflow-y-auto" aria-label="What makes it">
      <li v-for="share in shares" :key="share.sound">
        <button
          class="relative flex min-h-6 w-full items-center gap-2 rounded px-1 py-0.5 text-left hover:bg-ink-3"
          @click="go(share)"
        >
          <span
            class="absolute inset-y-0.5 left-0 rounded-sm bg-lamp/20"
            :style="{ width: `${Math.max(1, share.share * 100)}%` }"
            aria-hidden="true"
          />
          <span class="relative min-w-0 flex-1 truncate">{{ soundName(played, share.sound) }}</span>
          <span class="relative font-mono text-[10.5px] text-bone-2">{{ plain(share.level, 0) }} LUFS</span>
          <span class="relative w-14 text-right font-mono text-[10.5px]">{{ percent(share.share) }}</span>
        </button>
      </li>
    </ul>
    <p class="text-xs text-bone-3">
      Short-term loudness: what sounds in the 3 s before, as it comes to the player’s ears.
      <button v-if="loudest && !isLoudest" class="part" @click="playhead.seek(loudest.t)">
        To the loudest, {{ plain(loudest.level, 0) }} LUFS at {{ clock(loudest.t, 1) }}
      </button>
    </p>
  </div>
</template>
