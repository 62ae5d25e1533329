import type { Walk, WalkPoint } from '~~/core/show'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { count } from '~/words/time'
import { round } from '../forms/geometry'
import { useFloor } from '../forms/floor-under'

/** What is done to the chosen points of a walk. */
export function useWalkPoints() {
  const doc = useShow()
  const selection = useSelection()
  const floorUnder = useFloor()
  const called = (walk: Walk) =>
    selection.points.length === 1
      ? `a point of ${walk.name}`
      : `${count(selection.points.length, 'point')} of ${walk.name}`

  /** The points of a walk with the chosen ones moved, each to the floor where it comes to lie. */
  function moved(walk: Walk, dx: number, dz: number): WalkPoint[] {
    const chosen = new Set(selection.points)
    return walk.points.map((point, i) => {
      if (!chosen.has(i)) return point
      const [x, z] = [round(point.at[0] + dx), round(point.at[2] + dz)]
      return { ...point, at: [x, floorUnder([x, z]), z] }
    })
  }
  function nudge(dx: number, dz: number): void {
    const { walk } = selection
    if (walk) doc.edit(`Move ${called(walk)}`, (edit) => edit.set(['walks', walk.id, 'points'], moved(walk, dx, dz)))
  }
  function remove(): void {
    const { walk } = selection
    if (!walk) return
    const chosen = new Set(selection.points)
    const left = walk.points.filter((_, i) => !chosen.has(i))
    const label = `Remove ${called(walk)}`
    selection.choosePoints([])
    doc.edit(label, (edit) => edit.set(['walks', walk.id, 'points'], left))
  }
  return { called, moved, nudge, remove }
}
