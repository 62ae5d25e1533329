<script setup lang="ts">
import { plain } from '~/words/time'
import { pathOf } from '../forms/geometry'
import { usePassing } from './passing'

/** Where one could stand and no walk leads: hatched in rust, with how large it is. */
defineProps<{ pixel: number }>()
const store = usePassing()
const pieces = computed(() =>
  (store.unreached ?? []).map(({ outlines, area }) => {
    const [outer] = outlines
    const n = outer!.length
    return {
      path: outlines.map(pathOf).join(''),
      x: outer!.reduce((sum, [x]) => sum + x, 0) / n,
      z: outer!.reduce((sum, [, z]) => sum + z, 0) / n,
      words: `no walk leads here, ${plain(area, 0)} m²`,
    }
  }),
)
</script>

<template>
  <g class="pointer-events-none" data-unreached>
    <template v-for="(piece, i) in pieces" :key="i">
      <path
        :d="piece.path"
        fill="var(--color-rust)"
        fill-opacity="0.14"
        fill-rule="evenodd"
        stroke="var(--color-rust)"
        :stroke-width="pixel"
        :stroke-dasharray="`${3 * pixel} ${3 * pixel}`"
      />
      <text
        :x="piece.x"
        :y="piece.z"
        :font-size="11 * pixel"
        text-anchor="middle"
        fill="var(--color-rust)"
        paint-order="stroke"
        stroke="var(--color-ink-0)"
        :stroke-width="3 * pixel"
        >{{ piece.words }}</text
      >
    </template>
  </g>
</template>
