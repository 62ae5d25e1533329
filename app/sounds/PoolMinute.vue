<script setup lang="ts">
import { decibels } from '~~/core/base'
import { DEFAULT_REACH } from '~~/core/engine'
import type { Drop, Sprinkled } from '~~/core/sound'
import { distanceGain } from '~~/core/sound'
import { COLOURS } from '~/canvas/colours'
import type { Charted, Series } from '~/charts/chart'
import { fetched } from '~/frame/fetched'
import { count, plain } from '~/words/time'
import { MINUTE } from './pool-draws'
import { useSounds } from './sounds'

/** A minute of a scatter: each single sound as high as it is loud where somebody stands, and how many sound at once. */
const props = defineProps<{ drops: Drop[]; counted: Sprinkled; most: number }>()
const store = useSounds()
const PlainChart = fetched(() => import('~/charts/PlainChart.vue'))
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
/** How many sound at once, as steps. */
const atOnce = computed(() => {
  const edges = props.drops
    .filter(({ over }) => !over)
    .flatMap(({ t, until }) => [
      { t, by: 1 },
      { t: Math.min(MINUTE, until), by: -1 },
    ])
    .sort((a, b) => a.t - b.t)
  let now = 0
  return [{ x: 0, y: 0 }, ...edges.map(({ t, by }) => ({ x: t, y: (now += by) })), { x: MINUTE, y: now }]
})
/** More than this are not told apart. */
const MOST = 8
const level = (y: number) => `${plain(y, 0)} LUFS`
const stemsOf = (name: string, over: boolean, colour: string): Series => ({
  name,
  says: level,
  points: stems.value.filter((stem) => stem.over === over).map(({ t, level }) => ({ x: t, y: level })),
  as: 'stems',
  colour,
  dashed: over,
})
const chart = computed((): Charted => {
  const [low, high] = range.value
  return {
    name: `A minute of it: ${props.counted.heard} heard`,
    saysX: (x) => `${plain(x, 1)} s`,
    series: [
      stemsOf('heard', false, COLOURS.lamp),
      stemsOf('drawn and not heard', true, COLOURS.rust),
      { name: 'at once', says: (y) => String(y), points: atOnce.value, as: 'steps', colour: COLOURS.lamp, fill: 0.45, below: true }, // prettier-ignore
    ],
    x: { min: 0, max: MINUTE, ticks: { every: 10, says: (t) => (t === MINUTE ? `${t} s` : String(t)) } },
    y: { min: low, max: high, ticks: { every: (high - low) / 2, says: (y) => plain(y, 0) } },
    below: { min: 0, max: MOST },
    limits: [{ y: Math.min(props.most, MOST), below: true, colour: COLOURS.rust }],
  }
})
</script>

<template>
  <div data-minute>
    <PlainChart class="h-[110px] w-full" :chart="chart" />
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
