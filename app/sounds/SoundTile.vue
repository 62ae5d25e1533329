<script setup lang="ts">
import type { Sound } from '~~/core/show'
import type { Known } from './library'
import { HIGH, tileOf } from './tile-drawing'

/** One sound on the shore. */
const props = defineProps<{ sound: Sound; known?: Known; chosen: boolean; playing: boolean }>()
const tile = computed(() => tileOf(props.sound.seconds, props.sound.trim, props.known))
</script>

<template>
  <svg :width="tile.width + 2" :height="HIGH" class="block overflow-visible" aria-hidden="true">
    <path
      :d="tile.bars"
      :stroke="playing ? 'var(--color-bone)' : 'var(--color-lamp)'"
      :opacity="chosen ? 1 : 0.7"
      stroke-width="2"
    />
    <line x1="0" :x2="tile.width" y1="44.5" y2="44.5" stroke="var(--color-rule)" />
    <path
      v-if="tile.broken !== undefined"
      :d="`M${tile.broken - 3} 46l4 -9M${tile.broken + 1} 46l4 -9`"
      stroke="var(--color-bone-3)"
    />
    <line
      v-if="tile.whole !== undefined"
      x1="0"
      :x2="tile.width"
      :y1="tile.whole"
      :y2="tile.whole"
      stroke="var(--color-bone)"
      stroke-dasharray="1.5 2.5"
    />
    <line
      v-if="tile.loudest !== undefined"
      x1="0"
      :x2="Math.min(tile.width, 78)"
      :y1="tile.loudest"
      :y2="tile.loudest"
      stroke="var(--color-bone)"
      stroke-width="1.6"
    />
    <circle
      v-if="tile.peak"
      :cx="tile.width / 2"
      :cy="tile.peak.y"
      r="2.4"
      :fill="tile.peak.isOver ? 'var(--color-rust)' : 'none'"
      :stroke="tile.peak.isOver ? 'var(--color-rust)' : 'var(--color-bone)'"
    />
    <g v-for="(wide, side) in tile.silence" :key="side">
      <path
        v-if="wide > 3"
        :d="
          Array.from({ length: Math.floor(wide / 3) }, (_, i) => {
            const x = (side === 0 ? 0 : tile.width - wide) + i * 3
            return `M${x} 44l3 -5`
          }).join('')
        "
        stroke="var(--color-rust)"
      />
    </g>
    <g v-for="(wide, side) in tile.leftOut" :key="`out-${side}`">
      <path
        v-if="wide > 1"
        :d="`M${side === 0 ? wide : tile.width - wide} 30V46h${side === 0 ? -3 : 3}M${side === 0 ? wide : tile.width - wide} 30h${side === 0 ? -3 : 3}`"
        fill="none"
        stroke="var(--color-bone)"
      />
    </g>
  </svg>
</template>
