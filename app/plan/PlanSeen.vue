<script setup lang="ts">
import { litFrom, poolOf } from '~~/core/light'
import { floorAt, visibleFrom } from '~~/core/space'
import type { Spot } from '~~/core/show'
import { thingIn, type ThingRef } from '~/document/things'
import { useShow } from '~/document/show'
import { pathOf } from './forms/geometry'
import { needed } from '~~/core/base'

/** What a chosen light falls on, with how many lux reach a player's eyes where, and what a chosen camera mark sees. */
const props = defineProps<{ thing: ThingRef; pixel: number }>()
const doc = useShow()
const light = computed(() => (props.thing.kind === 'light' ? thingIn(doc.now, 'light', props.thing.id) : undefined))
/** Where somebody's eyes are below the chosen light (m), and what of the place it can fall on there. */
const eyes = computed(() => {
  const [x, , z] = needed(light.value, 'light').at
  return (floorAt(doc.now.place.floors, x, z) ?? 0) + doc.now.player.eye
})
const lit = computed(() => (light.value ? pathOf(litFrom(light.value, doc.now.place.walls, eyes.value)) : ''))
/** Where the eyes of somebody get so many lux of the chosen light. */
const LUX = [50, 20, 10, 5, 2, 1]
const rings = computed(() => {
  if (!light.value) return []
  let before = -Infinity
  return LUX.flatMap((lux) => {
    const outline = poolOf(needed(light.value, 'light'), eyes.value, lux)
    const foot = outline.reduce<Spot | undefined>((low, spot) => (low && low[1] >= spot[1] ? low : spot), undefined)
    // Rings that lie on each other say nothing.
    if (!foot || Math.abs(foot[1] - before) / props.pixel < 16) return []
    before = foot[1]
    return [{ lux, path: pathOf(outline), foot }]
  })
})
/** What the chosen camera mark sees between walls, so far away (m). */
const FAR = 14
const camera = computed(() => {
  const mark = props.thing.kind === 'mark' ? thingIn(doc.now, 'mark', props.thing.id) : undefined
  if (mark?.kind !== 'camera') return ''
  const [x, y, z] = mark.at
  return pathOf(visibleFrom([x, z], doc.now.place.walls, y, FAR, { yaw: mark.yaw, degrees: mark.fov }))
})
</script>

<template>
  <g>
    <clipPath v-if="light" id="lit"><path :d="lit" /></clipPath>
    <path
      v-if="light"
      :d="lit"
      data-lit
      fill="var(--color-lamp)"
      fill-opacity="0.05"
      stroke="var(--color-lamp)"
      :stroke-width="pixel"
      :stroke-dasharray="`${2 * pixel} ${4 * pixel}`"
      opacity="0.7"
    />
    <g v-for="ring in rings" :key="ring.lux" opacity="0.75" :data-ring="ring.lux" clip-path="url(#lit)">
      <path :d="ring.path" fill="none" stroke="var(--color-lamp)" :stroke-width="0.8 * pixel" />
      <text
        :x="ring.foot[0]"
        :y="ring.foot[1] - 3 * pixel"
        :font-size="10 * pixel"
        text-anchor="middle"
        fill="var(--color-bone)"
        paint-order="stroke"
        stroke="var(--color-ink-0)"
        :stroke-width="3 * pixel"
        >{{ ring.lux }} lx</text
      >
    </g>
    <path
      v-if="camera"
      :d="camera"
      data-sees
      fill="var(--color-bone)"
      fill-opacity="0.05"
      stroke="var(--color-bone-2)"
      :stroke-width="pixel"
      :stroke-dasharray="`${6 * pixel} ${4 * pixel}`"
    />
  </g>
</template>
