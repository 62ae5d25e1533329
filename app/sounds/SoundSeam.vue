<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import type { Sound } from '~~/core/show'
import type { Seam } from '~~/core/sound'
import { plain } from '~/words/time'
import { looking } from './looking'
import { useSounds } from './sounds'

/** How a sound that goes round closes: what its seam is like, and how well it would close if it ended elsewhere. */
const props = defineProps<{ sound: Sound }>()
const store = useSounds()
const found = shallowRef<{ here: Seam; others: Seam[] }>()
const trim = computed((): [number, number] => props.sound.trim ?? [0, props.sound.seconds])
watchDebounced(
  [trim, () => store.picture],
  async () => {
    const asked = props.sound.id
    const seams = store.picture ? await looking().seams([...trim.value]) : undefined
    if (asked === props.sound.id) found.value = seams
  },
  { debounce: 60, immediate: true },
)
/** What is heard of a seam, in words. */
const CLOSES = 0.35
const HEARD = 0.9
const words = (apart: number) =>
  apart < CLOSES ? 'closes' : apart < HEARD ? 'closes with a small step' : 'does not close: a click is heard'
const best = computed(() => found.value?.others.reduce((a, b) => (b.apart < a.apart ? b : a)))
const WIDE = 280
const HIGH = 44
const span = computed(() => {
  const ends = found.value?.others.map(({ end }) => end) ?? [0, 1]
  return [ends[0]!, Math.max(ends.at(-1)!, ends[0]! + 0.001)] as const
})
const x = (t: number) => ((t - span.value[0]) / (span.value[1] - span.value[0])) * (WIDE - 10) + 5
const y = (apart: number) => 5 + Math.min(1, apart / 1.2) * (HIGH - 10)
const end = (t: number) =>
  store.set('trim', [trim.value[0], Math.round(t * 1e6) / 1e6], `End ${props.sound.name} where it closes`)
</script>

<template>
  <div v-if="found" class="flex items-center gap-4 text-[12px] text-bone-3" data-seam>
    <p class="w-44">
      Going round it
      <span :class="found.here.apart < HEARD ? 'text-weed' : 'text-rust'">{{ words(found.here.apart) }}</span>.
      <button v-if="best && best.apart < found.here.apart - 0.1" class="part" @click="end(best.end)">
        End it at {{ plain(best.end, 2) }} s
      </button>
    </p>
    <svg
      :width="WIDE"
      :height="HIGH"
      role="img"
      :aria-label="`How other ends would close, from ${plain(span[0], 1)} to ${plain(span[1], 1)} s`"
    >
      <line x1="0" :x2="WIDE" :y1="y(CLOSES)" :y2="y(CLOSES)" stroke="var(--color-rule)" stroke-dasharray="2 3" />
      <circle
        v-for="other in found.others"
        :key="other.end"
        :cx="x(other.end)"
        :cy="y(other.apart)"
        r="2.2"
        class="cursor-pointer"
        :fill="other.apart < CLOSES ? 'var(--color-weed)' : 'none'"
        :stroke="other.apart < CLOSES ? 'var(--color-weed)' : 'var(--color-rust)'"
        @click="end(other.end)"
      />
      <line :x1="x(trim[1])" :x2="x(trim[1])" y1="0" :y2="HIGH" stroke="var(--color-bone)" />
    </svg>
    <span>higher closes better</span>
  </div>
</template>
