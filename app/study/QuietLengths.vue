<script setup lang="ts">
import { COLOURS } from '~/canvas/colours'
import type { Charted } from '~/charts/chart'
import { fetched } from '~/frame/fetched'
import { count, plain } from '~/words/time'
import type { Quiet, StudyReport } from '~~/core/study'

/** How long quiets between two scares last, counted, against what is wished for. */
const props = defineProps<{
  quiets: readonly Quiet[]
  wished: readonly [number, number] | undefined
  /** The quiets of the study that this one is compared with. */
  was?: StudyReport['quiets']
}>()
const emit = defineEmits<{ show: [walker: number, t: number] }>()
const PlainChart = fetched(() => import('~/charts/PlainChart.vue'))
/** About so many columns. */
const COLUMNS = 40
const width = computed(() => {
  const longest = Math.max(1, ...props.quiets.map(({ seconds }) => seconds))
  return [1, 2, 5, 10, 20, 50].find((step) => longest / step <= COLUMNS) ?? 100
})
const columns = computed(() => {
  const counts = new Map<number, number>()
  for (const { seconds } of props.quiets) {
    const at = Math.floor(seconds / width.value)
    counts.set(at, (counts.get(at) ?? 0) + 1)
  }
  return [...counts].map(([at, y]) => ({ x: (at + 0.5) * width.value, y })).sort((a, b) => a.x - b.x)
})
const wishes = (x: number) => !props.wished || (x >= props.wished[0] && x <= props.wished[1])
const chart = computed((): Charted => {
  const every = width.value * 10
  const last = Math.ceil((Math.max(1, ...columns.value.map(({ x }) => x)) + width.value) / every) * every
  const tall = Math.max(1, ...columns.value.map(({ y }) => y))
  const of = (name: string, colour: string, isSo: (x: number) => boolean) => ({
    name,
    says: (y: number) => count(y, 'quiet'),
    points: columns.value.filter(({ x }) => isSo(x)),
    as: 'stems' as const,
    colour,
  })
  return {
    name: 'How long a quiet lasts',
    x: { min: 0, max: last, ticks: { every, says: (x) => `${plain(x, 0)} s` } },
    y: { min: 0, max: tall * 1.1 },
    saysX: (x) => `${plain(x - width.value / 2, 0)} to ${plain(x + width.value / 2, 0)} s`,
    series: [
      of(props.wished ? 'as wished' : 'quiets', COLOURS.weed, wishes),
      ...(props.wished ? [of('not as wished', COLOURS.rust, (x: number) => !wishes(x))] : []),
    ],
  }
})
const part = (isSo: (seconds: number) => boolean) => {
  const those = props.quiets.filter(({ seconds }) => isSo(seconds))
  return { those, hundred: Math.round((those.length / Math.max(1, props.quiets.length)) * 100) }
}
const long = computed(() => part((seconds) => seconds > (props.wished?.[1] ?? Infinity)))
const short = computed(() => part((seconds) => seconds < (props.wished?.[0] ?? -Infinity)))
const wasHundred = (which: 'long' | 'short') => {
  const { count: all = 0, wished } = props.was ?? {}
  return wished && all > 0 ? ` (${Math.round((wished[which] / all) * 100)})` : ''
}
const show = ({ those }: { those: readonly Quiet[] }) => {
  const [worst] = [...those].sort((a, b) => b.seconds - a.seconds)
  if (worst) emit('show', worst.walker, worst.t)
}
</script>

<template>
  <div class="flex h-full flex-col px-3.5 py-2">
    <p class="flex text-xs">
      <span class="flex-1 font-semibold text-bone">How long a quiet lasts</span>
      <span class="text-bone-3">{{ count(quiets.length, 'quiet') }} between two scares</span>
    </p>
    <p v-if="wished" class="flex gap-6 text-xs">
      <button class="min-h-6 text-rust hover:underline" @click="show(long)">
        {{ long.hundred }}{{ wasHundred('long') }} in 100 over {{ plain(wished[1], 0) }} s
      </button>
      <button class="min-h-6 text-rust hover:underline" @click="show(short)">
        {{ short.hundred }}{{ wasHundred('short') }} under {{ plain(wished[0], 0) }} s
      </button>
    </p>
    <p v-else class="text-xs text-bone-3">No quiet is wished for.</p>
    <PlainChart v-if="quiets.length > 0" class="min-h-0 w-full flex-1" :chart="chart" />
  </div>
</template>
