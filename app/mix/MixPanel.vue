<script setup lang="ts">
import PartChoice from '~/parts/PartChoice.vue'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'
import { clock, plain } from '~/words/time'
import { save } from '~/words/save'
import { useMix, type MixPart } from './mix'

/** Mixing the walk that is shown into a WAV file, and how loud it came out beside what the score says. */
defineEmits<{ close: [] }>()
const store = useMix()
const doc = useShow()
const runs = useRun()
const part = ref<MixPart>({ words: 'all that is heard' })
const who = computed(() => doc.show?.walks.find(({ id }) => id === runs.run?.walks[runs.player])?.name ?? '')
const WIDE = 480
const HIGH = 84
const LOUD = -5
const SOFT = -65
const y = (lufs: number) => ((LOUD - Math.max(SOFT, lufs)) / (LOUD - SOFT)) * HIGH
/** A curve of values each 100 ms, the most of each pixel. */
function curve(values: ArrayLike<number>, from: number, length: number): string {
  let path = ''
  const a = Math.max(1, Math.floor(length / WIDE))
  for (let i = 0; i < values.length; i += a) {
    let most = SOFT
    for (let k = i; k < i + a && k < values.length; k++) most = Math.max(most, values[k]!)
    path += `${path ? 'L' : 'M'}${(((i + from) / length) * WIDE).toFixed(1)} ${y(most).toFixed(1)}`
  }
  return path
}
/** Short-term loudness is over three seconds: the first value is that of the third. */
const FIRST = 29
const length = computed(() => (store.made ? Math.max(1, store.made.report.seconds * 10) : 1))
/** How far the mix lies from the score, both louder than what is nearly silence; the time within a tenth of a second. */
const apart = computed(() => {
  const { report, score, part: of } = store.made!
  if (of.bus !== undefined || of.cue !== undefined) return undefined
  let most = 0
  report.shortTerm.forEach((value, i) => {
    const near = [score[i + FIRST - 1], score[i + FIRST], score[i + FIRST + 1]].filter((v) => v !== undefined)
    if (near.length < 3 || value < -60) return
    most = Math.max(most, value - Math.max(...near), Math.min(...near) - value)
  })
  return most
})
const name = computed(() => {
  const { bus, cue } = store.made?.part ?? {}
  return [doc.show?.title, who.value, bus ?? cue, `seed ${runs.seed}`].filter(Boolean).join(' - ')
})
const lufs = (value: number | undefined) => (value === undefined ? '–' : plain(value, 1))
</script>

<template>
  <section
    aria-label="Mix"
    class="absolute top-12 right-3 z-20 w-[512px] space-y-2 rounded-[9px] border border-rule bg-ink-1 p-4 text-[13px] text-bone-2 shadow-xl"
    @keydown.esc.stop="$emit('close')"
  >
    <div class="flex items-start gap-2">
      <h2 class="flex-1 text-[15px] font-semibold text-bone">Mix the walk into a file</h2>
      <button class="chip" @click="$emit('close')">Close</button>
    </div>
    <p v-if="!runs.run">There is no run yet: draw a walk first.</p>
    <template v-else>
      <p>
        What <strong class="text-bone">{{ who }}</strong> hears with seed {{ runs.seed }},
        {{ clock(runs.run.length) }} long:
        <PartChoice
          name="What is mixed"
          :value="part"
          :options="store.parts.map((each) => ({ value: each, words: each.words }))"
          @choose="part = $event"
        />, as 48 kHz, 24 bits, stereo, with a marker at each cue.
      </p>
      <p v-if="store.share !== undefined" role="status" class="flex items-center gap-2">
        <span class="h-1 flex-1 overflow-hidden rounded bg-ink-3"
          ><span class="block h-1 bg-lamp" :style="{ width: `${store.share * 100}%` }"
        /></span>
        <span class="font-mono text-[11px]">{{ Math.round(store.share * 100) }} %</span>
        <button class="chip" @click="store.stop()">Stop</button>
      </p>
      <button v-else class="button primary" @click="store.mix(part)">{{ store.made ? 'Mix again' : 'Mix' }}</button>
    </template>
    <p v-if="store.problem" role="alert" class="text-rust">It could not be mixed: {{ store.problem }}</p>
    <div v-if="store.made" class="space-y-2 border-t border-rule pt-2" data-mixed>
      <svg
        :viewBox="`0 0 ${WIDE} ${HIGH}`"
        class="w-full bg-ink-0"
        role="img"
        aria-label="Its loudness over time, and what the score says, dotted"
      >
        <line
          v-for="level in [-20, -40, -60]"
          :key="level"
          x1="0"
          :x2="WIDE"
          :y1="y(level)"
          :y2="y(level)"
          stroke="var(--color-ink-3)"
        />
        <line
          v-if="doc.show?.wishes?.ceiling !== undefined"
          x1="0"
          :x2="WIDE"
          :y1="y(doc.show.wishes.ceiling)"
          :y2="y(doc.show.wishes.ceiling)"
          stroke="var(--color-rust)"
        />
        <path
          :d="curve(store.made.report.shortTerm, FIRST, length)"
          fill="none"
          stroke="var(--color-lamp)"
          stroke-width="1.2"
        />
        <path
          v-if="apart !== undefined"
          :d="curve(store.made.score, 0, length)"
          fill="none"
          stroke="var(--color-bone)"
          stroke-width="1"
          stroke-dasharray="1.5 3"
        />
      </svg>
      <p>
        <strong class="text-bone">{{ lufs(store.made.report.integrated) }} LUFS</strong> in whole,
        {{ lufs(store.made.report.loudestShortTerm) }} in its loudest 3 s, range {{ lufs(store.made.report.range) }} LU,
        true peak
        <span :class="(store.made.report.truePeak ?? -99) > -1 ? 'text-rust' : ''"
          >{{ lufs(store.made.report.truePeak) }} dB</span
        >.
        <template v-if="apart !== undefined">The score agrees within {{ plain(apart, 1) }} LU.</template>
        <span v-if="store.made.report.cut > 0" class="text-rust">
          {{ store.made.report.cut }} samples lay beyond full scale and were cut off.</span
        >
        <span v-if="store.made.missing.length > 0" class="text-rust">
          Not in it, since their files are not here: {{ store.made.missing.join(', ') }}.</span
        >
      </p>
      <button class="button" @click="save(store.made.file, `${name}.wav`)">
        Save {{ plain(store.made.file.size / 1e6, 0) }} MB
      </button>
    </div>
  </section>
</template>
