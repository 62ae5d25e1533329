<script setup lang="ts">
import { channelAt } from '~~/core/engine'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'
import { plain } from '~/words/time'
import { CURVES } from '~/score/canvas/axes'

const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()

const loud = computed(() => {
  const value = runs.loudness?.[Math.min(runs.loudness.length - 1, Math.floor(playhead.t / 0.1))]
  return value === undefined ? '' : value <= -69 ? 'silence' : `${plain(value, 0)} LUFS`
})
const light = computed(() => {
  const value = runs.lux?.[Math.min(runs.lux.length - 1, Math.floor(playhead.t / 0.25))]
  return value === undefined ? '' : `${plain(value, value < 10 ? 1 : 0)} lx`
})
const hands = computed(() => {
  if (!runs.run || !doc.show) return ''
  const { locks } = channelAt(doc.show, runs.run, 'controls', playhead.t, runs.player) as unknown as {
    locks: string[]
  }
  const { opacity } = channelAt(doc.show, runs.run, 'picture', playhead.t, runs.player) as unknown as {
    opacity: number
  }
  const { mark } = channelAt(doc.show, runs.run, 'camera', playhead.t, runs.player) as unknown as {
    mark: string | null
  }
  const words = [
    locks.length > 0 ? `no ${locks.join(', ')}` : '',
    opacity > 0.01 ? `${plain(opacity * 100, 0)} % faded` : '',
    mark ? 'cut' : '',
  ].filter(Boolean)
  return words.length > 0 ? words.join(' · ') : 'free'
})
const rows = computed(
  () =>
    [
      ['Loudness', loud.value, CURVES.loudness],
      ['Light on player', light.value, CURVES.light],
      ['Hands, picture', hands.value, CURVES.hands],
    ] as const,
)
</script>

<template>
  <dl class="flex-none border-t border-rule text-bone-2">
    <div
      v-for="[name, value, height] in rows"
      :key="name"
      class="flex items-center gap-2 pr-2.5 pl-9 text-xs"
      :style="{ height: `${height}px` }"
    >
      <dt class="flex-1 whitespace-nowrap">{{ name }}</dt>
      <dd class="truncate text-bone-3">{{ value }}</dd>
    </div>
  </dl>
</template>
