<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import type { RunEvent } from '~~/core/engine'
import type { ShownMoment } from '~/frame/shown-moment'
import { flagValue } from '~/words/flag-value'
import { flagName } from '~/words/names'
import { plain } from '~/words/time'
import { HeardEnvelopes, stateNow, type StateNow } from './state-now'

/** What is the case for whoever walks: hands, picture, loudness, light, flags, what plays. */
const props = defineProps<{ moment: ShownMoment; events: readonly RunEvent[] }>()
/** It is worked out so often (ms). */
const EVERY = 150
/** The loudness that the bar begins and ends with (LUFS). */
const SOFTEST = -60
const LOUDEST = -6
/** The bar of light is full at so many lux, and goes by tens. */
const BRIGHTEST = 1000
const envelopes = new HeardEnvelopes()
const now = shallowRef<StateNow>()

const playing = computed(() => {
  const on = new Map<number, string>()
  for (const event of props.events) {
    if (event.kind === 'start') on.set(event.playing, event.cue)
    else if (event.kind === 'end') on.delete(event.playing)
  }
  return [...new Set(on.values())]
})
/** The flags that are otherwise than at the begin. */
const flags = computed(() => {
  const now = new Map<string, boolean | number>()
  for (const event of props.events) if (event.kind === 'flag') now.set(event.flag, event.value)
  const { show } = props.moment
  return [...now].flatMap(([id, value]) =>
    value === show.flags.find((flag) => flag.id === id)?.start ? [] : [`${flagName(show, id)}: ${flagValue(value)}`],
  )
})
useIntervalFn(
  () => {
    envelopes.ask(props.moment)
    now.value = stateNow(props.moment, playing.value, envelopes.known)
  },
  EVERY,
  { immediateCallback: true },
)
const share = (level: number) => within((level - SOFTEST) / (LOUDEST - SOFTEST))
const within = (share: number) => Math.min(1, Math.max(0, share))
const loud = computed(() => share(now.value?.loudness ?? SOFTEST))
const ceiling = computed(() => props.moment.show.wishes.ceiling)
const bright = computed(() => within(Math.log10(1 + (now.value?.lux ?? 0)) / Math.log10(1 + BRIGHTEST)))
</script>

<template>
  <dl v-if="now" class="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-1.5 text-xs" aria-label="State">
    <dt>Hands</dt>
    <dd class="flex gap-2.5">
      <span
        v-for="{ name, isTaken } in now.hands"
        :key="name"
        :class="isTaken ? 'rounded bg-mauve px-1 text-ink-0 line-through' : ''"
        :title="isTaken ? `${name} is taken` : undefined"
        >{{ name }}</span
      >
    </dd>
    <dt>Picture</dt>
    <dd>{{ now.picture }}</dd>
    <dt>Loudness</dt>
    <dd class="flex items-center gap-2">
      <span class="bar relative"
        ><span :style="{ width: `${loud * 100}%` }" class="bg-lamp" /><i
          v-if="ceiling !== undefined"
          class="absolute -inset-y-0.5 w-0.5 bg-rust"
          :style="{ left: `${share(ceiling) * 100}%` }"
          :title="`No louder than ${plain(ceiling, 0)} LUFS is wanted`"
      /></span>
      <span class="w-20 text-right font-mono text-[11px]">{{
        now.loudness <= -69 ? 'silent' : `${plain(now.loudness, 0)} LUFS`
      }}</span>
    </dd>
    <dt>Light on you</dt>
    <dd class="flex items-center gap-2">
      <span class="bar"><span :style="{ width: `${bright * 100}%` }" class="bg-bone" /></span>
      <span class="w-20 text-right font-mono text-[11px]">{{ plain(now.lux, now.lux < 10 ? 1 : 0) }} lx</span>
    </dd>
    <template v-if="moment.show.flags.length > 0"
      ><dt>Flags</dt>
      <dd class="max-w-64 truncate" :title="flags.join(', ')">{{ flags.join(', ') || 'as at the begin' }}</dd></template
    >
    <dt>Playing</dt>
    <dd class="max-w-64 truncate" :title="now.playing.join(', ')">{{ now.playing.join(', ') || 'nothing' }}</dd>
  </dl>
</template>

<style scoped>
dt {
  color: var(--color-bone-2);
}
.bar {
  display: block;
  width: 96px;
  height: 8px;
  background: repeating-linear-gradient(90deg, var(--color-ink-3) 0 2px, transparent 2px 3px);
}
.bar > span {
  display: block;
  height: 8px;
  mask: repeating-linear-gradient(90deg, #000 0 2px, transparent 2px 3px);
}
</style>
