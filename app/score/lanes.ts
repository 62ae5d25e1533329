import { createSharedComposable } from '@vueuse/core'
import { computed } from 'vue'
import { lanesOf } from '~~/core/score'
import { useShow } from '~/document/show'
import { steady } from '~/document/steady'
import { useRun } from '~/run/current-run'
import { isFiltered, laneFilter, lanesThrough } from './lane-filter'

/** The lanes of the run that are seen, worked out once for all who show them. Who only names or counts them is not drawn anew with each run. */
export const useLanes = createSharedComposable(() => {
  const doc = useShow()
  const runs = useRun()
  const all = computed(() => (runs.score ? lanesOf(runs.score) : []))
  const lanes = computed(() =>
    isFiltered.value && doc.show ? lanesThrough(doc.show, all.value, laneFilter) : all.value,
  )
  /** What is said of each beside it: its name, when it is met or why not. */
  const heads = steady(() => lanes.value.map(({ zone, name, met, unmet, gone }) => ({ zone, name, met, unmet, gone })))
  /** The canvas draws in another thread, and goes by the names of the lanes. */
  const only = steady(() => (isFiltered.value ? lanes.value.map((lane) => lane.zone) : undefined))
  const counts = steady(() => ({ seen: lanes.value.length, all: all.value.length }))
  return { lanes, heads, only, counts }
})
