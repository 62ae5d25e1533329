<script setup lang="ts">
import { steady } from '~/document/steady'
import { channelAt } from '~~/core/engine'
import { fetched } from '~/frame/fetched'
import { useMenuPlace } from '~/frame/menu-place'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { loudestOf, loudnessAt } from '~/run/loudness-shares'
import { useShow } from '~/document/show'
import { clock, plain } from '~/words/time'
import { CURVES } from '~/canvas/axes'
import { needed } from '~~/core/base'

const LoudnessParts = fetched(() => import('./LoudnessParts.vue'))

const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()

const loud = computed(() => {
  const value = loudnessAt(runs.loudness, playhead.t)
  return value === undefined ? '' : value <= -69 ? 'silence' : `${plain(value, 0)} LUFS`
})
const light = computed(() => {
  const value = runs.lux?.[Math.min(runs.lux.length - 1, Math.floor(playhead.t / 0.25))]
  return value === undefined ? '' : `${plain(value, value < 10 ? 1 : 0)} lx`
})
const hands = computed(() => {
  if (!runs.run || !doc.show) return ''
  const { locks } = channelAt(doc.show, runs.run, 'controls', playhead.t, runs.player)
  const { opacity } = channelAt(doc.show, runs.run, 'picture', playhead.t, runs.player)
  const { mark } = channelAt(doc.show, runs.run, 'camera', playhead.t, runs.player)
  const words = [
    locks.length > 0 ? `no ${locks.join(', ')}` : '',
    opacity > 0.01 ? `${plain(opacity * 100, 0)} % faded` : '',
    mark ? 'cut' : '',
  ].filter(Boolean)
  return words.length > 0 ? words.join(' · ') : 'free'
})
const loudest = steady(() => loudestOf(runs.loudness))
/** What makes the loudness at the playhead is looked at. */
const asks = ref(false)
function toLoudest() {
  playhead.seek(needed(loudest.value, 'loudest').t)
  asks.value = true
}
const { place } = useMenuPlace('top-start')
const rows = computed(
  () =>
    [
      ['Light on player', light.value, CURVES.light],
      ['Hands, picture', hands.value, CURVES.hands],
    ] as const,
)
</script>

<template>
  <dl class="flex-none border-t border-rule text-bone-2">
    <div
      ref="opener"
      class="flex items-center gap-2 pr-2.5 pl-9 text-xs"
      :style="{ height: `${CURVES.loudness}px` }"
      @keydown.esc="asks = false"
    >
      <dt class="flex-1 whitespace-nowrap">Loudness</dt>
      <dd class="flex items-center gap-1.5 whitespace-nowrap text-bone-3">
        <button
          class="min-h-6 hover:text-bone"
          :aria-expanded="asks"
          title="What makes it at the playhead"
          @click="asks = !asks"
        >
          {{ loud }}
        </button>
        <button
          v-if="loudest"
          class="chip !px-1.5"
          :title="`${plain(loudest.level, 0)} LUFS at ${clock(loudest.t, 1)}, and what makes it`"
          @click="toLoudest"
        >
          loudest
        </button>
        <section
          v-if="asks"
          ref="menu"
          aria-label="What makes it so loud"
          class="menu w-80 !p-3 whitespace-normal"
          :style="place"
        >
          <LoudnessParts @leave="asks = false" />
          <button class="chip mt-2" @click="asks = false">Close</button>
        </section>
      </dd>
    </div>
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
