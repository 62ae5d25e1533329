<script setup lang="ts">
import { useShow } from '~/document/show'
import { goesOn } from '~/frame/going-on'
import { useSelection } from '~/frame/selection'
import { useRun } from '~/run/current-run'
import { onwardOf } from './onward'
import { throughWalls } from './through-walls'

/** The points of the chosen walk, to take hold of; those that lie on one another are fanned out beside the place. */
const props = defineProps<{
  pixel: number
  /** A tool is in the hand. */
  draws: boolean
}>()
const emit = defineEmits<{
  takePoint: [index: number, event: PointerEvent]
  takeOnward: [was: number | undefined, event: PointerEvent]
  addPoint: [after: number, event: MouseEvent]
}>()
const doc = useShow()
const runs = useRun()
const selection = useSelection()
const r = (n: number) => n * props.pixel
const points = computed(() => selection.walk?.points ?? [])
const middles = computed(() =>
  points.value
    .slice(1)
    .map(
      (point, index) =>
        [(point.at[0] + points.value[index]!.at[0]) / 2, (point.at[2] + points.value[index]!.at[2]) / 2] as const,
    ),
)
/** Where each point is drawn: the ones that come back to a spot stand beside those before. */
const stands = computed(() => {
  const taken = new Map<string, number>()
  return points.value.map(({ at: [x, , z] }) => {
    const key = `${Math.round(x * 5)},${Math.round(z * 5)}`
    const before = taken.get(key) ?? 0
    taken.set(key, before + 1)
    return { x: x + before * 9 * props.pixel, z: z - before * 5 * props.pixel }
  })
})
/** Beyond its last point, the way it came: there it is drawn on. */
const end = computed(() => {
  const last = stands.value.at(-1)
  if (!last) return undefined
  const before = stands.value.at(-2) ?? { x: last.x - 1, z: last.z }
  const off = Math.hypot(last.x - before.x, last.z - before.z) || 1
  const along = (from: number, to: number) => to + ((to - from) / off) * r(20)
  return { from: last, x: along(before.x, last.x), z: along(before.z, last.z) }
})
/** Where the walk goes on after each move of the run. */
const onward = computed(() => {
  const { walk } = selection
  const path = walk && runs.run?.paths[runs.run.walks.indexOf(walk.id)]
  return path
    ? onwardOf(path, points.value).map(({ from, to }) => {
        const end = to === undefined ? undefined : stands.value[to]
        return { to, a: { x: from[0], z: from[2] }, b: end ?? { x: from[0] + r(24), z: from[2] } }
      })
    : []
})
/** Stretches that go through a wall. */
const through = computed(() =>
  selection.walk && doc.show
    ? throughWalls(doc.show, selection.walk).map((i) => [points.value[i]!.at, points.value[i + 1]!.at])
    : [],
)
</script>

<template>
  <g>
    <template v-if="selection.walk">
      <polyline
        :points="points.map((p) => `${p.at[0]},${p.at[2]}`).join(' ')"
        fill="none"
        stroke="var(--color-tide)"
        :stroke-width="r(1)"
        :stroke-dasharray="`${r(4)} ${r(3)}`"
        class="pointer-events-none"
      />
      <line
        v-for="([a, b], i) in through"
        :key="`t${i}`"
        :x1="a![0]"
        :y1="a![2]"
        :x2="b![0]"
        :y2="b![2]"
        stroke="var(--color-rust)"
        :stroke-width="r(2.4)"
        class="pointer-events-none"
        data-through-wall
      />
      <circle
        v-for="(stand, i) in stands"
        :key="`n${i}`"
        :cx="stand.x"
        :cy="stand.z"
        :r="r(11)"
        fill="transparent"
        class="cursor-move"
        @pointerdown="emit('takePoint', i, $event)"
      />
      <circle
        v-for="([x, z], i) in middles"
        :key="`m${i}`"
        :cx="x"
        :cy="z"
        :r="r(3.5)"
        fill="var(--color-ink-0)"
        stroke="var(--color-tide)"
        :stroke-width="r(1)"
        class="cursor-copy"
        opacity="0.8"
        :data-add-point="i"
        @pointerdown.stop
        @click.stop="emit('addPoint', i, $event)"
        ><title>Add a point here</title></circle
      >
      <g v-for="(point, i) in points" :key="`p${i}`">
        <rect
          :x="stands[i]!.x - r(5)"
          :y="stands[i]!.z - r(5)"
          :width="r(10)"
          :height="r(10)"
          :fill="selection.points.includes(i) ? 'var(--color-tide)' : 'var(--color-ink-0)'"
          stroke="var(--color-tide)"
          :stroke-width="r(1.5)"
          class="cursor-move"
          :data-walk-point="i"
          @pointerdown="emit('takePoint', i, $event)"
          ><title>Point {{ i + 1 }}{{ point.pause ? `, waits ${point.pause} s` : '' }}</title></rect
        >
      </g>
      <g
        v-if="end && !draws"
        class="cursor-copy"
        :transform="`translate(${end.x} ${end.z}) scale(${pixel})`"
        data-goes-on
        @pointerdown.stop
        @click.stop="goesOn = selection.walk.id"
      >
        <title>Draw the walk on from its end</title>
        <circle r="9" fill="var(--color-ink-0)" stroke="var(--color-tide)" stroke-dasharray="2 2" />
        <path d="M-4 0h8M0-4v8" stroke="var(--color-tide)" stroke-width="1.5" />
      </g>
      <g v-for="({ to, a, b }, i) in onward" :key="`o${i}`">
        <line
          :x1="a.x"
          :y1="a.z"
          :x2="b.x"
          :y2="b.z"
          stroke="var(--color-lamp)"
          :stroke-width="r(1.5)"
          :stroke-dasharray="`${r(1.5)} ${r(4)}`"
          class="pointer-events-none"
        />
        <circle
          :cx="a.x"
          :cy="a.z"
          :r="r(4)"
          fill="none"
          stroke="var(--color-lamp)"
          :stroke-width="r(1.5)"
          class="pointer-events-none"
        />
        <g
          class="cursor-move"
          :transform="`translate(${b.x} ${b.z - r(14)}) scale(${pixel})`"
          :data-onward="to === undefined ? 'nowhere' : to + 1"
          @pointerdown="emit('takeOnward', to, $event)"
        >
          <circle r="9" fill="transparent" />
          <path d="M-5-5h10L0 4z" fill="var(--color-lamp)" stroke="var(--color-ink-0)" />
          <title>
            {{
              to === undefined
                ? 'Once it was moved the walk ends: drag this to the point where it goes on'
                : `Once it was moved the walk goes on to point ${to + 1}: drag this to another`
            }}
          </title>
        </g>
      </g>
    </template>
  </g>
</template>
