<script setup lang="ts">
import { length as lengthOf } from '~/words/lengths'
import { steady } from '~/document/steady'
import { fetched } from '~/frame/fetched'
import { alongWall, holds, wallLength } from '~~/core/space'
import { thingIn } from '~/document/things'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import type { LaidName } from './canvas/names'
import type { Sight } from './canvas/sight'
import type { ChosenThing } from './chosen-things'
import { pathOf, solidOfZone, zonePath } from './forms/geometry'
import { needed } from '~~/core/base'

/** What is chosen, drawn above everything else: outlines in lamp, its rim, its name, how long a wall is. */
const props = defineProps<{ things: readonly ChosenThing[]; names: readonly LaidName[]; sight: Sight }>()
const doc = useShow()
const selection = useSelection()
const PlanSeen = fetched(() => import('./PlanSeen.vue'))
const pixel = computed(() => 1 / props.sight.scale)
/** What the chosen zone must hold, and whether it does. */
const mustHold = steady(() => {
  const { zone } = selection
  const show = doc.now
  if (!zone?.holds) return []
  return show.zones
    .filter(({ id }) => needed(zone.holds, 'holds').includes(id))
    .map((other) => ({
      id: other.id,
      path: zonePath(show, other),
      isHeld: holds(solidOfZone(show, zone), solidOfZone(show, other)),
    }))
})
const only = computed(() => (selection.things.length === 1 ? selection.things[0] : undefined))
/** Who walks, in each opening of the chosen wall: whether they fit through. */
const bodies = steady(() => {
  const wall = only.value?.kind === 'wall' ? thingIn(doc.now, 'wall', only.value.id) : undefined
  const { radius, height, step } = doc.now.player
  return (wall?.openings ?? []).map(({ id, at, width, height: high, sill }) => {
    const [x, z] = alongWall(wall!, at + width / 2)
    return { id, x, z, radius, fits: width > 2 * radius && high > height && sill <= step }
  })
})
/** How long each stretch of the chosen wall is, beside it. */
const measures = steady(() => {
  if (only.value?.kind !== 'wall') return []
  const wall = thingIn(doc.now, 'wall', only.value.id)
  if (!wall) return []
  const length = wallLength(wall)
  const stops = [0, ...wall.openings.flatMap((o) => [o.at, o.at + o.width]), length].sort((a, b) => a - b)
  const off = 12 * pixel.value
  const nx = (-(wall.to[1] - wall.from[1]) / (length || 1)) * off
  const nz = ((wall.to[0] - wall.from[0]) / (length || 1)) * off
  return stops.slice(1).flatMap((stop, i) => {
    const from = stops[i]!
    if (stop - from < 0.05) return []
    const [x, z] = alongWall(wall, (from + stop) / 2)
    return [{ x: x + nx, z: z + nz, words: `${lengthOf(stop - from, 2)}` }]
  })
})
</script>

<template>
  <g class="pointer-events-none">
    <PlanSeen v-if="only && (only.kind === 'light' || only.kind === 'mark')" :thing="only" :pixel="pixel" />
    <path
      v-for="other in mustHold"
      :key="other.id"
      :d="other.path"
      :data-must-hold="other.id"
      fill="none"
      :stroke="other.isHeld ? 'var(--color-lamp)' : 'var(--color-rust)'"
      :stroke-width="(other.isHeld ? 1 : 2) * pixel"
      :stroke-dasharray="`${2 * pixel} ${3 * pixel}`"
    />
    <template v-for="one in things" :key="one.key">
      <path
        :d="pathOf(one.outline)"
        :data-chosen="one.key"
        :fill="one.kind === 'zone' ? 'url(#survey)' : 'none'"
        stroke="var(--color-lamp)"
        :stroke-width="1.9 * pixel"
        :opacity="one.enabled ? 1 : 0.5"
      />
      <path
        v-if="one.rim"
        :d="one.rim"
        data-rim
        fill="none"
        stroke="var(--color-lamp)"
        :stroke-width="pixel"
        :stroke-dasharray="`${2 * pixel} ${3 * pixel}`"
        opacity="0.7"
      />
    </template>
    <text
      v-for="name in names"
      :key="name.id"
      data-name
      :x="sight.x + name.x * pixel"
      :y="sight.z + name.y * pixel"
      :font-size="11 * pixel"
      fill="var(--color-lamp)"
      paint-order="stroke"
      stroke="var(--color-ink-0)"
      :stroke-width="3 * pixel"
      >{{ name.words }}</text
    >
    <circle
      v-for="body in bodies"
      :key="`b${body.id}`"
      :cx="body.x"
      :cy="body.z"
      :r="body.radius"
      fill="none"
      :stroke="body.fits ? 'var(--color-weed)' : 'var(--color-rust)'"
      :stroke-width="1.4 * pixel"
      :data-body="body.fits ? 'fits' : 'too large'"
    />
    <text
      v-for="(measure, i) in measures"
      :key="i"
      :x="measure.x"
      :y="measure.z"
      :font-size="10 * pixel"
      text-anchor="middle"
      dominant-baseline="middle"
      fill="var(--color-lamp)"
      paint-order="stroke"
      stroke="var(--color-ink-0)"
      :stroke-width="3 * pixel"
      class="font-mono"
      >{{ measure.words }}</text
    >
  </g>
</template>
