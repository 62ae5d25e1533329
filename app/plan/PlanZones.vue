<script setup lang="ts">
import { rulesAt } from '~~/core/show'
import type { Solid } from '~~/core/space'
import { useRun } from '~/run/current-run'
import { usePlayhead } from '~/frame/playhead'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { solidOfZone, zonePath, rimPath } from './geometry'

/** The zones, hatched like a survey map; the chosen one solid, its rim dotted. */
const props = defineProps<{ pixel: number }>()
const emit = defineEmits<{ take: [zone: string, event: PointerEvent] }>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
const selection = useSelection()
interface Form {
  id: string
  name: string
  enabled: boolean
  path: string
  solid: Solid
}
const isSame = (a: Form, b: Form | undefined): boolean =>
  a.id === b?.id && a.name === b.name && a.enabled === b.enabled && a.solid === b.solid
/** The forms of the zones; all of them stay the same while no edit changes what is seen here. */
const zones = computed((before?: Form[]): Form[] => {
  const show = doc.show!
  const forms = show.zones.map((zone): Form => {
    const { id, name, enabled } = zone
    return { id, name, enabled, path: zonePath(show, zone), solid: solidOfZone(show, zone) }
  })
  return before?.length === forms.length && forms.every((form, i) => isSame(form, before[i])) ? before : forms
})
const areaOf = ({ solid: { bounds } }: Form): number => (bounds[3] - bounds[0]) * (bounds[5] - bounds[2])
/** Large ones below, so that what lies within them can be reached. */
const ordered = computed(() => [...zones.value].sort((a, b) => areaOf(b) - areaOf(a)))
const rimWidth = computed(() => selection.zone?.rim ?? 0)
const rim = computed(() => {
  const form = zones.value.find(({ id }) => isChosen(id))
  return form && rimWidth.value > 0 && rimPath(form.solid, rimWidth.value)
})
const occupied = computed(() => {
  const found = new Set<string>()
  for (const lane of runs.score?.lanes ?? [])
    if (lane.presences.some(({ from, to }) => playhead.t >= from && playhead.t < to)) found.add(lane.zone)
  return found
})
/** Chosen, or firing the cue that is open. */
const chosen = computed(() => {
  const { kind, id } = selection.chosen ?? {}
  if (kind === 'zone') return new Set([id])
  if (kind !== 'cue') return new Set<string>()
  const show = doc.show!
  return new Set(show.zones.filter((z) => rulesAt(show, z).some((rule) => rule.cue === id)).map((z) => z.id))
})
const isChosen = (id: string) => chosen.value.has(id)
/** Names where they have room: the chosen one always. */
const named = computed(() => {
  const taken: { x: number; z: number; w: number }[] = []
  const result = new Set<string>()
  for (const { id, name, solid } of [...zones.value].sort((a, b) => Number(isChosen(b.id)) - Number(isChosen(a.id)))) {
    const [x, , z] = solid.bounds
    const w = name.length * 6 * props.pixel
    const clash = taken.some(
      (other) => Math.abs(other.z - z) < 13 * props.pixel && x < other.x + other.w && other.x < x + w,
    )
    if (clash && !isChosen(id)) continue
    taken.push({ x, z, w })
    result.add(id)
  }
  return result
})
</script>

<template>
  <g>
    <g
      v-for="zone in ordered"
      :key="zone.id"
      v-memo="[zone.path, zone.name, zone.enabled, isChosen(zone.id), occupied.has(zone.id), pixel]"
      :opacity="zone.enabled ? 1 : 0.4"
    >
      <path
        :d="zone.path"
        :data-plan-zone="zone.id"
        class="cursor-move"
        fill="url(#survey)"
        :stroke="
          isChosen(zone.id) ? 'var(--color-lamp)' : occupied.has(zone.id) ? 'var(--color-weed)' : 'var(--color-zone)'
        "
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
      stroke="var(--color-lamp)"
      :stroke-width="pixel"
      :stroke-dasharray="`${2 * pixel} ${3 * pixel}`"
      opacity="0.7"
      class="pointer-events-none"
    />
    <template v-for="zone in zones" :key="`name-${zone.id}`">
      <text
        v-if="named.has(zone.id)"
        :x="zone.solid.bounds[0]"
        :y="zone.solid.bounds[2] - 5 * pixel"
        :font-size="11 * pixel"
        :fill="isChosen(zone.id) ? 'var(--color-lamp)' : 'var(--color-bone-2)'"
        class="pointer-events-none"
        paint-order="stroke"
        stroke="var(--color-ink-0)"
        :stroke-width="3 * pixel"
        >{{ zone.name }}</text
      >
    </template>
  </g>
</template>
