<script setup lang="ts">
import { outlineOf, solidOf } from '~~/core/space'
import type { Prop } from '~~/core/show'
import { useShow } from '~/document/show'
import { pathOf, wallStretches } from './geometry'

/** What stands in the place: floors, walls with openings, props. Lengths in metres. */
const props = defineProps<{ pixel: number }>()
const doc = useShow()
const place = computed(() => doc.place!)
const floors = computed(() => place.value.floors.map((floor) => ({ floor, path: pathOf(floor.outline) })))
const standing = computed(() => place.value.props.map((prop) => ({ prop, path: propPath(prop) })))
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
      v-for="{ floor, path } in floors"
      :key="floor.id"
      :d="path"
      fill="var(--color-floor)"
      stroke="var(--color-floor-edge)"
      :stroke-width="pixel"
    />
    <template v-for="{ floor, path } in floors" :key="`slope-${floor.id}`">
      <path v-if="floor.slopeTo" :d="path" fill="url(#slope)" />
    </template>
    <path
      v-for="{ prop, path } in standing"
      :key="prop.id"
      :d="path"
      fill="var(--color-prop)"
      stroke="var(--color-prop-edge)"
      :stroke-width="pixel"
      ><title>{{ prop.name }}</title></path
    >
    <g v-for="wall in walls" :key="wall.key" stroke-linecap="butt">
      <line
        :x1="wall.a[0]"
        :y1="wall.a[1]"
        :x2="wall.b[0]"
        :y2="wall.b[1]"
        stroke="var(--color-bone)"
        :stroke-width="wall.thick"
      />
      <line
        :x1="wall.a[0]"
        :y1="wall.a[1]"
        :x2="wall.b[0]"
        :y2="wall.b[1]"
        stroke="var(--color-ink-0)"
        :stroke-width="Math.max(0, wall.thick - 2.4 * pixel)"
      />
    </g>
  </g>
</template>
