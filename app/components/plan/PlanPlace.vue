<script setup lang="ts">
import { outlineOf, solidOf } from '~~/core/space'
import type { Prop } from '~~/core/show'
import { useShow } from '~/stores/show'
import { pathOf, wallStretches } from './geometry'

/** What stands in the place: floors, walls with openings, props, lights. Lengths in metres. */
const props = defineProps<{ pixel: number; lit: (light: string) => number }>()
const document = useShow()
const place = computed(() => document.show!.place)
const walls = computed(() =>
  place.value.walls.flatMap((wall) =>
    wallStretches(wall).map(([a, b]) => ({
      key: `${wall.id}${a}`,
      a,
      b,
      thick: Math.max(wall.thickness, 4 * props.pixel),
    })),
  ),
)
function propPath(prop: Prop): string {
  const [w, h, d] = prop.size
  return prop.kind === 'cylinder'
    ? pathOf(outlineOf(solidOf({ kind: 'cylinder', at: prop.at, radius: w / 2, height: h })))
    : pathOf(outlineOf(solidOf({ kind: 'box', at: prop.at, yaw: prop.yaw, size: [w, h, d] })))
}
</script>

<template>
  <g>
    <path
      v-for="floor in place.floors"
      :key="floor.id"
      :d="pathOf(floor.outline)"
      fill="#11191e"
      stroke="#1f2b32"
      :stroke-width="pixel"
    />
    <template v-for="floor in place.floors" :key="`slope-${floor.id}`">
      <path v-if="floor.slopeTo" :d="pathOf(floor.outline)" fill="url(#slope)" />
    </template>
    <path
      v-for="prop in place.props"
      :key="prop.id"
      :d="propPath(prop)"
      fill="#1a2329"
      stroke="#66716f"
      :stroke-width="pixel"
      ><title>{{ prop.name }}</title></path
    >
    <g v-for="wall in walls" :key="wall.key" stroke-linecap="butt">
      <line
        :x1="wall.a[0]"
        :y1="wall.a[1]"
        :x2="wall.b[0]"
        :y2="wall.b[1]"
        stroke="#ece4d4"
        :stroke-width="wall.thick"
      />
      <line
        :x1="wall.a[0]"
        :y1="wall.a[1]"
        :x2="wall.b[0]"
        :y2="wall.b[1]"
        stroke="#0c1114"
        :stroke-width="Math.max(0, wall.thick - 2.4 * pixel)"
      />
    </g>
    <g v-for="light in place.lights" :key="light.id">
      <circle
        v-if="lit(light.id) > 0"
        :cx="light.at[0]"
        :cy="light.at[2]"
        :r="Math.min(light.reach, 0.5 + Math.sqrt(lit(light.id)) * 0.32)"
        fill="url(#glow)"
        :opacity="Math.min(0.9, 0.25 + lit(light.id) / 120)"
      />
      <path
        :transform="`translate(${light.at[0]} ${light.at[2]}) scale(${pixel})`"
        d="M0-5c2.500 3 2.500 4.500 2.500 6a2.500 2.500 0 0 1-5 0c0-1.500 1-2 2.500-6z"
        :fill="lit(light.id) > 0 ? light.colour : 'none'"
        stroke="#b3b4ab"
        stroke-width="1"
        ><title>{{ light.name }}</title></path
      >
    </g>
  </g>
</template>
