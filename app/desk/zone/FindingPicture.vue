<script setup lang="ts">
import { solidOf } from '~~/core/space'
import type { Zone } from '~~/core/show'
import { hangsAbove } from '~/plan/forms/fitting'
import { steady } from '~/document/steady'
import { useShow } from '~/document/show'

/** What a finding depends on of a player's measures, drawn to scale beside it: the body in the gap, the feet under the zone, the looks while a runner is in it. */
const props = defineProps<{ of: string; zone: Zone; gap?: number; across: number; looks: number }>()
const doc = useShow()
const WIDE = 92
const HIGH = 40
const player = steady(() => doc.now.player)
/** From the side: who walks, and the zone as high as it is and hangs. */
const feet = steady(() => {
  const [, low, , , high] = solidOf(props.zone.shape).bounds
  const above = hangsAbove(doc.now, props.zone) ?? 0
  const tall = Math.min(high - low, 3 * player.value.height)
  const scale = (HIGH - 4) / Math.max(player.value.height, above + tall)
  return { scale, above: above * scale, tall: tall * scale, body: player.value.height * scale, half: player.value.radius * scale, eye: player.value.eye * scale } // prettier-ignore
})
/** From above: the gap and the body in it. */
const gap = steady(() => {
  const width = props.gap ?? 0
  const scale = 50 / Math.max(width, 2 * player.value.radius)
  return { width: width * scale, body: player.value.radius * scale }
})
/** From above: how far a runner comes between two looks. */
const MOST = 24
const runner = steady(() => {
  const stride = props.across / Math.max(1, props.looks)
  const scale = (WIDE - 12) / Math.max(props.across, stride)
  return { across: props.across * scale, spots: Array.from({ length: Math.min(MOST, props.looks) }, (_, i) => (i + 0.5) * stride * scale) } // prettier-ignore
})
</script>

<template>
  <svg
    v-if="of === 'feet' || of === 'quick' || (of === 'passing' && gap.width > 0)"
    :width="WIDE"
    :height="of === 'feet' ? HIGH : 26"
    class="flex-none"
    aria-hidden="true"
    :data-drawn="of"
  >
    <template v-if="of === 'feet'">
      <path :d="`M0 ${HIGH - 1}H${WIDE}`" stroke="var(--color-rule)" />
      <rect
        x="8"
        :y="HIGH - 1 - feet.above - feet.tall"
        width="76"
        :height="feet.tall"
        fill="url(#survey)"
        stroke="var(--color-zone)"
        stroke-dasharray="4 2"
      />
      <!-- prettier-ignore -->
      <rect :x="46 - feet.half" :y="HIGH - 1 - feet.body" :width="2 * feet.half" :height="feet.body" :rx="feet.half" fill="var(--color-lamp)" opacity="0.8" />
      <!-- prettier-ignore -->
      <path :d="`M${46 - feet.half - 8} ${HIGH - 1 - feet.eye}h${2 * feet.half + 16}`" stroke="var(--color-bone)" stroke-dasharray="1.5 3" />
      <!-- prettier-ignore -->
    </template>
    <template v-else-if="of === 'passing'">
      <path d="M6 2V24" stroke="var(--color-zone)" stroke-dasharray="4 2" stroke-width="1.5" />
      <path :d="`M${6 + gap.width} 2V24`" stroke="var(--color-bone)" stroke-width="2" />
      <circle :cx="6 + gap.width / 2" cy="13" :r="Math.min(12, gap.body)" fill="none" stroke="var(--color-rust)" />
    </template>
    <template v-else>
      <rect
        x="6"
        y="6"
        :width="runner.across"
        height="14"
        fill="none"
        stroke="var(--color-zone)"
        stroke-dasharray="4 2"
      />
      <!-- prettier-ignore -->
      <circle v-for="(x, i) in runner.spots" :key="i" :cx="6 + x" cy="13" r="1.8" fill="var(--color-lamp)" />
    </template>
  </svg>
</template>
