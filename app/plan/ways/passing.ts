import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import type { Spot } from '~~/core/show'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { usePaths } from './paths'
import type { Passing } from './place.worker'

/** An answer that takes longer than this would slow a hand down that drags (ms): it is asked for once the hand has rested for so long. */
const SLOW = 60
const RESTS = 120

/** Whether anybody gets past the chosen zone, as a worker works it out while it is dragged. */
export const usePassing = defineStore('passing', () => {
  const doc = useShow()
  const selection = useSelection()
  const paths = usePaths()
  const passing = shallowRef<Passing & { zone: string }>()

  /** How long the last answer took (ms). */
  let took = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  async function ask(): Promise<void> {
    const { zone } = selection
    if (!zone) return
    const began = performance.now()
    const found = await paths.passing(doc.now, zone)
    took = performance.now() - began
    if (found && selection.zone?.id === zone.id) passing.value = { ...found, zone: zone.id }
  }
  watch(
    // What its rules say is of no matter here: a dial that is dragged must not wait for this.
    [
      () => selection.zone?.id,
      () => selection.zone?.shape,
      () => selection.zone?.notices,
      () => selection.zone?.tiedTo,
      () => doc.show?.place,
      () => doc.show?.walks,
    ],
    () => {
      const { zone } = selection
      clearTimeout(timer)
      if (passing.value?.zone !== zone?.id) passing.value = undefined
      if (!zone) return
      if (doc.dragging && took > SLOW) timer = setTimeout(ask, RESTS)
      else void ask()
    },
    { immediate: true },
  )

  async function close(): Promise<boolean> {
    const { zone } = selection
    const shape = zone && (await paths.widened(doc.now, zone))
    if (!zone || !shape) return false
    return doc.edit(`Widen ${zone.name}`, (edit) => edit.set(['zones', zone.id, 'shape'], shape))
  }
  /** Where one could stand and no walk leads, once that was asked for; it is asked again when the place or a walk changes. */
  const unreached = shallowRef<{ outlines: Spot[][]; area: number }[]>()
  const looks = ref(false)
  watch([looks, () => doc.show?.place, () => doc.show?.walks, () => doc.dragging], async () => {
    if (!looks.value || !doc.show) return void (unreached.value = undefined)
    if (!doc.dragging) unreached.value = await paths.unreached(doc.show)
  })
  return { passing, close, unreached, looks }
})
