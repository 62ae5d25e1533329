import { shallowRef } from 'vue'
import type { Point, Spot } from '~~/core/show'
import { alongFloors } from '~~/core/space'
import { freshPoint, freshWalk } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { useRun } from '~/run/current-run'
import { round } from '../forms/geometry'
import { useFloor } from '../forms/floor-under'
import { usePaths } from '../ways/paths'

/** A walk drawn point by point: between two of them it goes round the walls, unless it is to go straight. */
export function useWalkDrawing() {
  const doc = useShow()
  const runs = useRun()
  const selection = useSelection()
  const floorUnder = useFloor()
  const paths = usePaths()
  const points = shallowRef<Spot[]>([])
  /** The way to each point: round the walls. */
  const legs = shallowRef<Spot[][]>([])
  /** The way to where the pointer is. */
  const lead = shallowRef<Spot[]>([])

  const heights = (from: Spot, to: Spot): [number, number] => [floorUnder(from), floorUnder(to)]
  const spots = (): Spot[] => points.value.flatMap((at, i) => [...(legs.value[i] ?? []), at])

  /** Goes on to a spot; `stays` tells whether one is still drawing when the way there is found. */
  async function add(at: Spot, straight: boolean, stays: () => boolean): Promise<void> {
    const last = points.value.at(-1)
    const leg = last && !straight ? await paths.route(doc.now, last, at, heights(last, at)) : []
    if (!stays()) return
    legs.value = [...legs.value, leg]
    points.value = [...points.value, at]
    lead.value = []
  }
  async function look(to: Spot, straight: boolean): Promise<void> {
    const from = points.value.at(-1)
    if (from) lead.value = straight ? [] : await paths.routeLately(doc.now, from, to, heights(from, to))
  }
  function takeBack(): void {
    points.value = points.value.slice(0, -1)
    legs.value = legs.value.slice(0, -1)
  }
  function clear(): void {
    points.value = []
    legs.value = []
    lead.value = []
  }
  const rounded = ([x, y, z]: Point): Point => [round(x), round(y), round(z)]
  /** Makes a walk of spots. */
  function make(along: readonly Spot[]): void {
    if (along.length < 2) return
    const stops = along.map((at): Point => rounded([at[0], floorUnder(at), at[1]]))
    // Who walks over a ramp goes by its foot and its head, however straight that is from above.
    const way = stops.flatMap((at, i) => {
      const next = stops[i + 1]
      return next ? [at, ...alongFloors(doc.now.place.floors, at, next).map(rounded)] : [at]
    })
    const walk = freshWalk(
      doc.now,
      way.map((at) => freshPoint(at)),
    )
    if (!doc.edit(`Draw ${walk.name}`, (edit) => edit.add(['walks'], walk))) return
    selection.choose('walk', walk.id)
    runs.walks = [walk.id]
  }
  return { points, lead, spots, add, look, takeBack, clear, make }
}
