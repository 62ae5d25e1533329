<script setup lang="ts">
import { facingAt, positionAt } from '~~/core/engine'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'

/** The walks of the run as dots, so that pace is seen as spacing; whoever walks, with where they look; the points of the chosen walk. */
const props = defineProps<{ pixel: number }>()
const emit = defineEmits<{
  takePoint: [index: number, event: PointerEvent]
  addPoint: [after: number, event: MouseEvent]
}>()
const runs = useRun()
const playhead = usePlayhead()
const selection = useSelection()

interface Dots {
  id: string
  small: [number, number][]
  large: [number, number][]
}
const walks = computed((): Dots[] =>
  (runs.ways?.paths ?? []).map((path, index) => {
    const end = runs.ways!.length
    const small: [number, number][] = []
    const large: [number, number][] = []
    for (let t = 0; t <= end; t += 0.5) {
      const [x, , z] = positionAt(path, t)
      if (t % 10 === 0) large.push([x, z])
      else if (t % 1 === 0) small.push([x, z])
    }
    return { id: runs.ways!.walks[index]!, small, large }
  }),
)
const here = computed(() => {
  const { run, played } = runs
  if (!run || !played) return []
  return run.paths.map((path, index) => {
    const [x, , z] = positionAt(path, playhead.t)
    const yaw = facingAt(played, run, index, playhead.t)
    return { id: run.walks[index]!, x, z, yaw, player: index === runs.player }
  })
})
const points = computed(() => selection.walk?.points ?? [])
const middles = computed(() =>
  points.value
    .slice(1)
    .map(
      (point, index) =>
        [(point.at[0] + points.value[index]!.at[0]) / 2, (point.at[2] + points.value[index]!.at[2]) / 2] as const,
    ),
)
const r = (n: number) => n * props.pixel
</script>

<template>
  <g>
    <g
      v-for="(walk, index) in walks"
      :key="walk.id"
      :opacity="index === runs.player ? 1 : 0.45"
      class="pointer-events-none"
    >
      <circle
        v-for="([x, z], i) in walk.small"
        :key="i"
        :cx="x"
        :cy="z"
        :r="r(1.2)"
        fill="var(--color-lamp)"
        opacity="0.8"
      />
      <circle v-for="([x, z], i) in walk.large" :key="`l${i}`" :cx="x" :cy="z" :r="r(2.8)" fill="var(--color-lamp)" />
    </g>
    <template v-if="selection.walk">
      <polyline
        :points="points.map((p) => `${p.at[0]},${p.at[2]}`).join(' ')"
        fill="none"
        stroke="var(--color-tide)"
        :stroke-width="r(1)"
        :stroke-dasharray="`${r(4)} ${r(3)}`"
        class="pointer-events-none"
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
          :x="point.at[0] - r(5)"
          :y="point.at[2] - r(5)"
          :width="r(10)"
          :height="r(10)"
          :fill="selection.point === i ? 'var(--color-tide)' : 'var(--color-ink-0)'"
          stroke="var(--color-tide)"
          :stroke-width="r(1.5)"
          class="cursor-move"
          :data-walk-point="i"
          @pointerdown="emit('takePoint', i, $event)"
          ><title>Point {{ i + 1 }}{{ point.pause ? `, waits ${point.pause} s` : '' }}</title></rect
        >
      </g>
    </template>
    <g v-for="body in here" :key="body.id" :transform="`translate(${body.x} ${body.z})`" class="pointer-events-none">
      <circle v-if="body.player" :r="r(34)" fill="url(#glow)" opacity="0.8" />
      <path
        v-if="body.player"
        :transform="`rotate(${-body.yaw}) scale(${pixel})`"
        d="M0 0L-17-38A42 42 0 0 1 17-38Z"
        fill="var(--color-lamp)"
        opacity="0.3"
      />
      <circle
        :r="r(body.player ? 5 : 3.5)"
        fill="var(--color-lamp)"
        stroke="var(--color-ink-0)"
        :stroke-width="r(1.5)"
        data-walker
      />
    </g>
  </g>
</template>
