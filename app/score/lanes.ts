import { createSharedComposable } from '@vueuse/core'
import { computed, reactive } from 'vue'
import { lanesIn, lanesOf, rowsGathered } from '~~/core/score'
import { useShow } from '~/document/show'
import { steady } from '~/document/steady'
import { LANE, NARROW_LANE } from '~/canvas/axes'
import { useView } from '~/frame/view'
import { useRun } from '~/run/current-run'
import { bedsFirst, isFiltered, laneFilter, lanesThrough } from './lane-filter'

/** Groups that show one lane for all their zones; only here. */
export const closedGroups = reactive(new Set<string>())

/** The lanes of the run that are seen, worked out once for all who show them. Who only names or counts them is not drawn anew with each run. */
export const useLanes = createSharedComposable(() => {
  const doc = useShow()
  const runs = useRun()
  const view = useView()
  const all = computed(() => (runs.score ? lanesOf(runs.score) : []))
  const wanted = computed(() => {
    if (!doc.show) return all.value
    const through = isFiltered.value ? lanesThrough(doc.show, all.value, laneFilter) : all.value
    return view.bedsFirst ? bedsFirst(doc.show, through) : through
  })
  /** The canvas draws in another thread, and goes by these; none where it shows all lanes as they are. */
  const rows = steady(() => {
    const groups = doc.show?.groups ?? []
    if (!isFiltered.value && !view.bedsFirst && groups.length === 0) return undefined
    return rowsGathered(
      wanted.value.map(({ zone }) => zone),
      groups,
      closedGroups,
    )
  })
  const lanes = computed(() => (rows.value ? lanesIn(all.value, rows.value) : all.value))
  /** Zones whose lanes stand under the name of their group. */
  const under = steady(() => {
    const named = lanes.value.flatMap(({ group }) => group ?? [])
    const groups = doc.show?.groups.filter(({ id }) => named.includes(id)) ?? []
    return groups.flatMap(({ zones }) => zones ?? [])
  })
  /** What is said of each beside it: its name, when it is met or why not. */
  const heads = steady(() =>
    lanes.value.map(({ zone, group, name, met, unmet, gone }) => ({ zone, group, name, met, unmet, gone })),
  )
  const counts = steady(() => ({ seen: wanted.value.length, all: all.value.length }))
  /** How tall each is drawn (pixels). */
  const height = computed(() => (view.narrow ? NARROW_LANE : LANE))
  return { lanes, heads, rows, under, counts, height }
})
