<script setup lang="ts">
import { length as lengthOf } from '~/words/lengths'
import { SILENCE } from '~~/core/sound'
import { COLOURS } from '~/canvas/colours'
import type { Axis, Charted, Limit, Series } from '~/charts/chart'
import { useShow } from '~/document/show'
import { fetched } from '~/frame/fetched'
import { soundName } from '~/words/names'
import { plain } from '~/words/time'
import { bearingsAt } from './preview/bearings'
import { usePreview } from './preview/preview'

/** How loud and how light the cue is where one listens, over its time, and where at the playhead its sounds come from. */
const store = usePreview()
const doc = useShow()
const PlainChart = fetched(() => import('~/charts/PlainChart.vue'))
/** Loudness and light are known so often (a second). */
const RATE = 10
const LOUDEST = 0
const lux = computed(() => store.made?.lux ?? new Float32Array())
const brightest = computed(() => lux.value.reduce((a, b) => Math.max(a, b), 1))
const length = computed(() => Math.max(0.1, store.made?.run.length ?? 1))
const overTime = (values: ArrayLike<number>) => Array.from(values, (y, i) => ({ x: i / RATE, y }))
const charted = (name: string, series: Series, y: Axis, limits: Limit[] = []): Charted => ({
  name,
  saysX: (x) => `${plain(x, 1)} s`,
  series: [series],
  x: { min: 0, max: length.value },
  y,
  limits,
})
const loudness = computed(() =>
  charted(
    'Loudness of the cue over time',
    {
      name: 'loudness',
      says: (y) => (y <= SILENCE ? 'silent' : `${plain(y, 0)} LUFS`),
      points: overTime(store.loudness),
      colour: COLOURS.lamp,
      fill: 0.2,
    },
    { min: SILENCE, max: LOUDEST },
    ceiling.value === undefined ? [] : [{ y: ceiling.value, colour: COLOURS.rust }],
  ),
)
const light = computed(() =>
  charted(
    'Light of the cue over time',
    { name: 'light', says: (y) => `${plain(y, 1)} lx`, points: overTime(lux.value), colour: COLOURS.bone },
    { min: 0, max: brightest.value },
  ),
)
const now = <T extends ArrayLike<number>>(values: T): number | undefined =>
  values.length > 0 ? values[Math.min(values.length - 1, Math.floor(store.t * RATE))] : undefined
const ceiling = computed(() => doc.now.wishes.ceiling)
const lufs = computed(() => now(store.loudness) ?? SILENCE)

/** Half of how wide a player sees (degrees). */
const SEES = 45
const STRIP = 300
const along = (bearing: number) => ((bearing + 180) / 360) * STRIP
const bearings = computed(() => {
  const all = store.made ? bearingsAt(store.made.show, store.made.run, 0, store.t) : []
  return {
    placed: all.filter(({ bearing }) => bearing !== undefined),
    head: all.filter(({ bearing }) => bearing === undefined),
  }
})
const name = (sound: string) => soundName(doc.now, sound)
const DIRECTIONS = [
  { at: -180, words: 'behind' },
  { at: -90, words: 'left' },
  { at: 0, words: 'ahead' },
  { at: 90, words: 'right' },
  { at: 180, words: 'behind' },
]
</script>

<template>
  <div
    class="flex h-[92px] flex-none gap-5 overflow-x-auto border-t border-rule bg-ink-1 px-4 py-2 text-[11px] text-bone-3"
    role="group"
    aria-label="What comes to the listener"
  >
    <div class="flex gap-3">
      <p class="w-[74px] flex-none">
        <span class="font-semibold text-bone">Loudness</span><br />
        <span class="font-mono text-lamp" :class="{ '!text-rust': ceiling !== undefined && lufs > ceiling }">{{
          lufs <= SILENCE ? 'silent' : `${plain(lufs, 0)} LUFS`
        }}</span><br />
        <template v-if="ceiling !== undefined">ceiling {{ plain(ceiling, 0) }}</template>
      </p>
      <PlainChart class="h-[46px] w-[130px]" :chart="loudness" :at="store.t" />
    </div>
    <div class="flex gap-3">
      <p class="w-[74px] flex-none">
        <span class="font-semibold text-bone">Light</span><br />
        <span class="font-mono text-bone">{{ plain(now(lux) ?? 0, 1) }} lx</span><br />
        {{ plain(lux[0] ?? 0, 1) }} at first
      </p>
      <PlainChart class="h-[46px] w-[130px]" :chart="light" :at="store.t" />
    </div>
    <div class="min-w-[310px] flex-1">
      <p class="flex justify-between">
        <span class="font-semibold text-bone">Where it comes from</span>
        <span v-if="bearings.head.length > 0" class="ml-3 truncate"
          >{{ [...new Set(bearings.head.map(({ sound }) => name(sound)))].join(', ') }} in the head</span
        >
      </p>
      <svg :width="STRIP + 10" height="60" role="img" aria-label="Bearings of what sounds">
        <rect
          :x="along(-SEES)"
          y="0"
          :width="along(SEES) - along(-SEES)"
          height="44"
          fill="var(--color-ink-3)"
          opacity="0.6"
        />
        <line x1="0" :x2="STRIP" y1="40" y2="40" stroke="var(--color-rule)" />
        <g v-for="(one, i) in bearings.placed" :key="one.key" data-bearing>
          <circle :cx="along(one.bearing!)" cy="40" r="3.5" fill="var(--color-lamp)" />
          <text
            :x="Math.min(STRIP - 60, Math.max(60, along(one.bearing!)))"
            :y="32 - (i % 3) * 11"
            text-anchor="middle"
            font-size="10"
            fill="var(--color-bone-2)"
          >
            {{ name(one.sound) }} {{ lengthOf(one.distance!, 1) }}
          </text>
        </g>
        <text
          v-for="{ at, words } in DIRECTIONS"
          :key="at"
          :x="along(at)"
          y="55"
          :text-anchor="at === -180 ? 'start' : at === 180 ? 'end' : 'middle'"
          font-size="10"
          fill="var(--color-bone-3)"
        >
          {{ words }}
        </text>
      </svg>
    </div>
  </div>
</template>
