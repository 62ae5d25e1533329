import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import type { Spot } from '~~/core/show'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { usePaths } from './paths'
import type { Passing } from './place.worker'

/** Whether anybody gets past the chosen zone, as a worker works it out while it is dragged. */
export const usePassing = defineStore('passing', () => {
  const doc = useShow()
  const selection = useSelection()
  const paths = usePaths()
  const passing = shallowRef<Passing & { zone: string }>()

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
    async () => {
      const { zone } = selection
      if (!zone) return void (passing.value = undefined)
      if (passing.value?.zone !== zone.id) passing.value = undefined
      const found = await paths.passing(doc.show!, zone)
      if (found && selection.zone?.id === zone.id) passing.value = { ...found, zone: zone.id }
    },
    { immediate: true },
  )

  async function close(): Promise<boolean> {
    const { zone } = selection
    const shape = zone && (await paths.widened(doc.show!, zone))
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
