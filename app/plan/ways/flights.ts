import { createSharedComposable } from '@vueuse/core'
import { shallowRef, watch } from 'vue'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { usePaths } from './paths'
import type { Flight } from './place.worker'
import { firingsOf } from './step-ways'

/** How what the open step throws can fly, by twenty draws of it: worked out once for plan and section. */
export const useFlights = createSharedComposable(() => {
  const doc = useShow()
  const selection = useSelection()
  const paths = usePaths()
  const flights = shallowRef<Flight[]>([])
  watch(
    [() => selection.step, () => doc.show?.place.props, () => doc.show?.place.walls],
    async () => {
      const { step, cue } = selection
      const rule = step?.kind === 'fling' && cue && firingsOf(doc.now, cue)[0]?.rule
      const found = rule ? await paths.flights(doc.now, rule, step.id) : []
      if (selection.step === step) flights.value = found
    },
    { immediate: true },
  )
  return flights
})
