import { defineStore } from 'pinia'
import { shallowRef, watch } from 'vue'
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
    [() => selection.zone, () => doc.show?.place, () => doc.show?.walks],
    async ([zone]) => {
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
  return { passing, close }
})
