<script setup lang="ts">
import PartChoice from '~/parts/PartChoice.vue'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'
import { clock, plain } from '~/words/time'
import { download } from '~/document/download'
import { useMix, type Mixed, type MixPart } from './mix'

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
const lengthOf = ({ report }: Mixed) => Math.max(1, report.seconds * 10)
/** How far a mix lies from the score, both louder than what is nearly silence; the time within a tenth of a second. */
function apartOf({ report, score, part: of }: Mixed): number | undefined {
  if (of.bus !== undefined || of.cue !== undefined || score.length === 0) return undefined
  let most = 0
  report.shortTerm.forEach((value, i) => {
    const near = [score[i + FIRST - 1], score[i + FIRST], score[i + FIRST + 1]].filter((v) => v !== undefined)
    if (near.length < 3 || value < -60) return
    most = Math.max(most, value - Math.max(...near), Math.min(...near) - value)
  })
  return most
}
const nameOf = ({ walk, seed, part: { bus, cue } }: Mixed) =>
  [doc.show?.title, walk, bus ?? cue, `seed ${seed}`].filter(Boolean).join(' - ')
const panel = ref<HTMLElement>()
onMounted(() => panel.value?.focus())
const lufs = (value: number | undefined) => (value === undefined ? '–' : plain(value, 1))
</script>

<template>
  <section
    ref="panel"
    tabindex="-1"
    aria-label="Mix"
    class="absolute right-3 bottom-3 z-20 max-h-[calc(100%-4rem)] w-[512px] overflow-y-auto space-y-2 rounded-[9px] border border-rule bg-ink-1 p-4 text-[13px] text-bone-2 shadow-xl"
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
      <p v-else class="flex gap-2">
        <button class="button primary" @click="store.mix(part)">
          {{ store.made.length > 0 ? 'Mix again' : 'Mix' }}
        </button>
        <button v-if="runs.run.walks.length > 1" class="button" @click="store.mix(part, true)">
          Mix all {{ runs.run.walks.length }} walks
        </button>
      </p>
    </template>
    <p v-if="store.problem" role="alert" class="text-rust">It could not be mixed: {{ store.problem }}</p>
    <div v-for="mixed in store.made" :key="mixed.walk" class="space-y-2 border-t border-rule pt-2" data-mixed>
      <h3 class="text-bone">{{ mixed.walk }}, seed {{ mixed.seed }}: {{ mixed.part.words }}</h3>
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
          :d="curve(mixed.report.shortTerm, FIRST, lengthOf(mixed))"
          fill="none"
          stroke="var(--color-lamp)"
          stroke-width="1.2"
        />
        <path
          v-if="apartOf(mixed) !== undefined"
          :d="curve(mixed.score, 0, lengthOf(mixed))"
          fill="none"
          stroke="var(--color-bone)"
          stroke-width="1"
          stroke-dasharray="1.5 3"
        />
      </svg>
      <p>
        <strong class="text-bone">{{ lufs(mixed.report.integrated) }} LUFS</strong> in whole,
        {{ lufs(mixed.report.loudestShortTerm) }} in its loudest 3 s, range {{ lufs(mixed.report.range) }} LU, true peak
        <span :class="(mixed.report.truePeak ?? -99) > -1 ? 'text-rust' : ''">{{ lufs(mixed.report.truePeak) }} dB</span
        >.
        <template v-if="apartOf(mixed) !== undefined"
          >The score agrees within {{ plain(apartOf(mixed)!, 1) }} LU.</template
        >
        <span v-if="mixed.report.cut > 0" class="text-rust">
          {{ mixed.report.cut }} samples lay beyond full scale and were cut off.</span
        >
        <span v-if="mixed.missing.length > 0" class="text-rust">
          Not in it, since their files are not here: {{ mixed.missing.join(', ') }}.</span
        >
      </p>
      <button class="button" @click="download(mixed.file, `${nameOf(mixed)}.wav`)">
        Save {{ plain(mixed.file.size / 1e6, 0) }} MB
      </button>
    </div>
  </section>
</template>
