<script setup lang="ts">
import { CHANNEL, channelAt } from '~~/core/engine'
import { lightPlace } from '~~/core/light'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'

/** The lights where they are at the playhead, and how far they glow. */
defineProps<{ pixel: number }>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
const lights = computed(() => {
  const { run, played } = runs
  return doc.place!.lights.map((light) => {
    if (!run || !played?.place.lights.includes(light)) return { light, x: light.at[0], z: light.at[2], candela: 0 }
    const now = channelAt(played, run, CHANNEL.light(light.id), playhead.t, runs.player)
    const [x, , z] = lightPlace(played, run, light, runs.player, playhead.t)
    return { light, x, z, candela: (now.candela as number) * (now.on as number) }
  })
})
</script>

<template>
  <g>
    <g v-for="{ light, x, z, candela } in lights" :key="light.id" v-memo="[light, x, z, candela, pixel]">
      <circle
        v-if="candela > 0"
        :cx="x"
        :cy="z"
        :r="Math.min(light.reach, 0.5 + Math.sqrt(candela) * 0.32)"
        fill="url(#glow)"
        :opacity="Math.min(0.9, 0.25 + candela / 120)"
      />
      <path
        :transform="`translate(${x} ${z}) scale(${pixel})`"
        d="M0-5c2.500 3 2.500 4.500 2.500 6a2.500 2.500 0 0 1-5 0c0-1.500 1-2 2.500-6z"
        :fill="candela > 0 ? light.colour : 'none'"
        stroke="var(--color-bone-2)"
        stroke-width="1"
        ><title>{{ light.name }}</title></path
      >
    </g>
  </g>
</template>
