<script setup lang="ts">
import { decibels } from '~~/core/base'
import { DEFAULT_REACH } from '~~/core/engine'
import type { Drop, Sprinkled } from '~~/core/sound'
import { distanceGain } from '~~/core/sound'
import { count, plain } from '~/words/time'
import { MINUTE } from './pool-draws'
import { useSounds } from './sounds'

/** A minute of a scatter: each single sound as high as it is loud where somebody stands, and how many sound at once. */
const props = defineProps<{ drops: Drop[]; counted: Sprinkled; most: number }>()
const store = useSounds()
const WIDE = 600
const STEMS = 56
const LEFT = 26
const x = (t: number) => LEFT + (t / MINUTE) * (WIDE - LEFT - 4)

const stems = computed(() =>
  props.drops.map((drop) => {
    const sound = store.sounds.find(({ id }) => id === drop.sound)
    const measured = sound && store.known.get(sound.asset)?.measured
    const loud = measured?.loudestMoment ?? measured?.integrated ?? -50
    return {
      ...drop,
      level: loud + drop.gain + decibels(Math.max(1e-4, distanceGain(DEFAULT_REACH, drop.distance))),
    }
  }),
)
const range = computed((): [number, number] => {
  const levels = stems.value.map(({ level }) => level)
  if (levels.length === 0) return [-60, -20]
  return [Math.floor(Math.min(...levels) / 10) * 10 - 5, Math.ceil(Math.max(...levels) / 10) * 10]
})
const y = (level: number) => 4 + ((range.value[1] - level) / (range.value[1] - range.value[0])) * (STEMS - 4)
/** How many sound at once, as steps. */
const steps = computed(() => {
  const edges = props.drops
    .filter(({ over }) => !over)
    .flatMap(({ t, until }) => [
      { t, by: 1 },
      { t: Math.min(MINUTE, until), by: -1 },
    ])
    .sort((a, b) => a.t - b.t)
  let now = 0
  let path = `M${LEFT} ${STEMS + 26}`
  for (const { t, by } of edges) {
    now += by
    path += `H${x(t).toFixed(1)}V${STEMS + 26 - Math.min(now, 8) * 5}`
  }
  return `${path}H${WIDE - 4}V${STEMS + 26}Z`
})
</script>

<template>
  <div data-minute>
    <svg
      :viewBox="`0 0 ${WIDE} ${STEMS + 42}`"
      class="w-full"
      role="img"
      :aria-label="`A minute of it: ${counted.heard} heard`"
    >
      <g font-size="9" fill="var(--color-bone-3)" font-family="var(--font-mono)">
        <g v-for="level in [range[1], (range[0] + range[1]) / 2]" :key="level">
          <line :x1="LEFT" :x2="WIDE" :y1="y(level)" :y2="y(level)" stroke="var(--color-ink-3)" />
          <text x="0" :y="y(level) + 6">{{ plain(level, 0) }}</text>
        </g>
        <text x="0" :y="STEMS + 28">0</text>
        <text
          v-for="t in [0, 10, 20, 30, 40, 50, 60]"
          :key="t"
          :x="x(t)"
          :y="STEMS + 40"
          :text-anchor="t === 60 ? 'end' : 'middle'"
        >
          {{ t }}{{ t === 60 ? ' s' : '' }}
        </text>
      </g>
      <g v-for="stem in stems" :key="stem.t">
        <line
          :x1="x(stem.t)"
          :x2="x(stem.t)"
          :y1="STEMS"
          :y2="y(stem.level)"
          :stroke="stem.over ? 'var(--color-rust)' : 'var(--color-lamp)'"
          :stroke-dasharray="stem.over ? '2 2' : ''"
        />
        <circle
          :cx="x(stem.t)"
          :cy="y(stem.level)"
          r="2"
          :fill="stem.over ? 'none' : 'var(--color-lamp)'"
          :stroke="stem.over ? 'var(--color-rust)' : 'none'"
        />
      </g>
      <line :x1="LEFT" :x2="WIDE" :y1="STEMS" :y2="STEMS" stroke="var(--color-rule)" />
      <path :d="steps" fill="var(--color-lamp)" fill-opacity="0.45" />
      <line
        :x1="LEFT"
        :x2="WIDE"
        :y1="STEMS + 26 - Math.min(most, 8) * 5"
        :y2="STEMS + 26 - Math.min(most, 8) * 5"
        stroke="var(--color-rust)"
        stroke-dasharray="4 4"
        stroke-width="0.8"
      />
    </svg>
    <p class="text-[12px] text-bone-3">
      {{ count(counted.heard, 'sound') }} heard<template v-if="counted.over > 0"
        >, <span class="text-rust">{{ counted.over }} more are drawn and not heard</span></template
      >; at most {{ counted.atOnce }} at once; quiet for {{ plain(counted.longestQuiet, 1) }} s at the longest<template
        v-if="counted.soonestAgain !== undefined"
        >; the same one again after {{ plain(counted.soonestAgain, 1) }} s at the soonest,
        {{ plain(counted.againAsARule!, 1) }} s as a rule</template
      >.
    </p>
  </div>
</template>
