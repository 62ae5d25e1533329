import type { Editor, Spot, Walk, WalkPoint } from '~~/core/show'
import { freshPoint } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { useSelection } from '~/frame/selection'
import { round } from '../forms/geometry'
import { snapped } from '../forms/snapping'
import { useFloor } from '../forms/floor-under'
import type { Reach } from './gestures'
import { goingOnTo } from '../ways/onward'
import { useWalkPoints } from '../ways/walk-points'

/** What a pointer does in the plan with the chosen walk: its points, and where it goes on after a move. */
export function useWalkGestures({ spotAt }: Reach) {
  const doc = useShow()
  const selection = useSelection()
  const floorUnder = useFloor()
  const points = useWalkPoints()

  const onFloor = (spot: Spot): [number, number, number] => [round(spot[0]), floorUnder(spot), round(spot[1])]
  const spot = (event: PointerEvent | MouseEvent): Spot => {
    const [x, z] = spotAt(event)
    return [snapped(x, event.altKey), snapped(z, event.altKey)]
  }
  /** Drags what the points of a walk become. */
  function dragPoints(walk: Walk, label: string, event: PointerEvent, points: (e: PointerEvent) => WalkPoint[]) {
    event.stopPropagation()
    const work = (e: PointerEvent) => (edit: Editor) => edit.set(['walks', walk.id, 'points'], points(e))
    followPointer(event, {
      move: (e, far) => far && doc.drag(work(e)),
      end: (e, far) => (far ? doc.drop(label, work(e)) : doc.letGo()),
      cancel: () => doc.letGo(),
    })
  }

  /** Takes hold of a point, and of those that are held with it; with Shift it is one more or one less. */
  function takePoint(index: number, event: PointerEvent) {
    if (event.shiftKey) {
      event.stopPropagation()
      return selection.togglePoint(index)
    }
    const walk = selection.walk!
    if (!selection.points.includes(index)) selection.choosePoints([index])
    const [x0, , z0] = walk.points[index]!.at
    dragPoints(walk, `Move ${points.called(walk)}`, event, (e) => {
      if (selection.points.length === 1) return walk.points.map((point, i) => (i === index ? { ...point, at: onFloor(spot(e)) } : point)) // prettier-ignore
      const [x, z] = spot(e)
      return points.moved(walk, x - x0, z - z0)
    })
  }

  /** Lets a walk go on to another point after a move: the one that is nearest to the pointer. */
  function takeOnward(was: number | undefined, event: PointerEvent) {
    const walk = selection.walk!
    const nearest = (e: PointerEvent): number => {
      const [x, z] = spotAt(e)
      const far = ({ at }: WalkPoint) => Math.hypot(at[0] - x, at[2] - z)
      return walk.points.reduce((best, point, i) => (i > 0 && (best === 0 || far(point) < far(walk.points[best]!)) ? i : best), 0) // prettier-ignore
    }
    dragPoints(walk, `Where ${walk.name} goes on`, event, (e) => goingOnTo(walk.points, was, nearest(e)))
  }

  function addPoint(after: number, event: MouseEvent) {
    const walk = selection.walk!
    const { pace } = walk.points[after]!
    doc.edit(`Add a point to ${walk.name}`, (edit) =>
      edit.set(
        ['walks', walk.id, 'points'],
        walk.points.toSpliced(after + 1, 0, freshPoint(onFloor(spot(event)), pace)),
      ),
    )
    selection.choosePoints([after + 1])
  }
  return { takePoint, takeOnward, addPoint }
}
