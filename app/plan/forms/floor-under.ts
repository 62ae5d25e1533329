import type { Spot } from '~~/core/show'
import { floorAt } from '~~/core/space'
import { useShow } from '~/document/show'
import { useView } from '~/frame/view'
import { round } from './geometry'
import { seenThings, storeysOf } from './storeys'

/** Where the floor is under a spot, on the storey that is shown. */
export function useFloor() {
  const doc = useShow()
  const view = useView()
  return ([x, z]: Spot): number => {
    const show = doc.now
    if (view.storey === undefined) return round(floorAt(show.place.floors, x, z) ?? 0)
    const floors = seenThings(show, 'floor', { storey: view.storey })
    return round(floorAt(floors, x, z) ?? storeysOf(show)[view.storey]?.y ?? 0)
  }
}
