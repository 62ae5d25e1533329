<script setup lang="ts">
import { useRun } from '~/stores/run'
import { usePlayhead } from '~/stores/playhead'
import { useSelection } from '~/stores/selection'
import { useShow } from '~/stores/show'
import { solidOfZone, zonePath, rimPath } from './geometry'

/** The zones, hatched like a survey map; the chosen one solid, its rim dotted. */
const props = defineProps<{ pixel: number }>()
const emit = defineEmits<{ take: [zone: string, event: PointerEvent] }>()
const document = useShow()
const runs = useRun()
const playhead = usePlayhead()
const selection = useSelection()
const zones = computed(() =>
  document.show!.zones.map((zone) => {
    const { bounds } = solidOfZone(document.show!, zone)
    return {
      zone,
      path: zonePath(document.show!, zone),
      x: bounds[0],
      z: bounds[2],
      area: (bounds[3] - bounds[0]) * (bounds[5] - bounds[2]),
      width: bounds[3] - bounds[0],
    }
  }),
)
/** Large ones below, so that what lies within them can be reached. */
const ordered = computed(() => [...zones.value].sort((a, b) => b.area - a.area))
const rim = computed(
  () =>
    selection.zone &&
    selection.zone.rim > 0 &&
    rimPath(solidOfZone(document.show!, selection.zone), selection.zone.rim),
)
const occupied = computed(() => {
  const found = new Set<string>()
  for (const lane of runs.score?.lanes ?? [])
    if (lane.presences.some(({ from, to }) => playhead.t >= from && playhead.t < to)) found.add(lane.zone)
  return found
})
/** Chosen, or firing the cue that is open. */
const chosen = computed(() => {
  const { zone, cue } = selection
  return new Set(
    zone
      ? [zone.id]
      : cue
        ? document.show!.zones.filter((z) => z.rules.some((rule) => rule.cue === cue.id)).map((z) => z.id)
        : [],
  )
})
const isChosen = (id: string) => chosen.value.has(id)
/** Names where they have room: the chosen one always. */
const named = computed(() => {
  const taken: { x: number; z: number; w: number }[] = []
  const result = new Set<string>()
  for (const { zone, x, z } of [...zones.value].sort(
    (a, b) => Number(isChosen(b.zone.id)) - Number(isChosen(a.zone.id)),
  )) {
    const w = zone.name.length * 6 * props.pixel
    const clash = taken.some(
      (other) => Math.abs(other.z - z) < 13 * props.pixel && x < other.x + other.w && other.x < x + w,
    )
    if (clash && !isChosen(zone.id)) continue
    taken.push({ x, z, w })
    result.add(zone.id)
  }
  return result
})
</script>

<template>
  <g>
    <g
      v-for="{ zone, path } in ordered"
      :key="zone.id"
      v-memo="[path, zone.name, zone.enabled, isChosen(zone.id), occupied.has(zone.id), pixel]"
      :opacity="zone.enabled ? 1 : 0.4"
    >
      <path
        :d="path"
        :data-plan-zone="zone.id"
        class="cursor-move"
        fill="url(#survey)"
        :stroke="isChosen(zone.id) ? '#f4b55f' : occupied.has(zone.id) ? '#8fbf9a' : '#9aa09a'"
        :stroke-width="(isChosen(zone.id) ? 1.9 : occupied.has(zone.id) ? 1.6 : 1) * pixel"
        :stroke-dasharray="isChosen(zone.id) ? '' : `${7 * pixel} ${3 * pixel}`"
        @pointerdown="emit('take', zone.id, $event)"
        ><title>{{ zone.name }}</title></path
      >
    </g>
    <path
      v-if="rim"
      :d="rim"
      fill="none"
      stroke="#f4b55f"
      :stroke-width="pixel"
      :stroke-dasharray="`${2 * pixel} ${3 * pixel}`"
      opacity="0.7"
      class="pointer-events-none"
    />
    <template v-for="{ zone, x, z } in zones" :key="`name-${zone.id}`">
      <text
        v-if="named.has(zone.id)"
        :x="x"
        :y="z - 5 * pixel"
        :font-size="11 * pixel"
        :fill="isChosen(zone.id) ? '#f4b55f' : '#b3b4ab'"
        class="pointer-events-none"
        paint-order="stroke"
        stroke="#0c1114"
        :stroke-width="3 * pixel"
        >{{ zone.name }}</text
      >
    </template>
  </g>
</template>
