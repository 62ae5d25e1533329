import { shallowRef } from 'vue'
import { needed, withId } from '~~/core/base'
import type { Point, Spot } from '~~/core/show'
import { alongFloors, heightAlong } from '~~/core/space'
import { freshPoint, freshWalk } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { useRun } from '~/run/current-run'
import { round } from '../forms/geometry'
import { useFloor } from '../forms/floor-under'
import { isSameSpot } from '~~/core/space'
import { usePaths } from '../ways/paths'

/** A walk drawn point by point: between two of them it goes round the walls, unless it is to go straight. */
export function useWalkDrawing() {
  const doc = useShow()
  const runs = useRun()
  const selection = useSelection()
  const floorUnder = useFloor()
  const paths = usePaths()
  const points = shallowRef<Point[]>([])
  /** The way to each point: round the walls. */
  const legs = shallowRef<Spot[][]>([])
  /** The walk that is drawn on from its end; without one a new one is drawn. */
  const from = shallowRef<string>()
  /** The way to where the pointer is. */
  const lead = shallowRef<Spot[]>([])

  /** A spot on the floor of the storey that is shown now: another may be shown before the next. */
  const standing = ([x, z]: Spot): Point => rounded([x, floorUnder([x, z]), z])
  const spotOf = ([x, , z]: Point): Spot => [x, z]
  /** Who goes there: the walk's own body, if it is drawn on. */
  function walker() {
    const { player, walks } = doc.now
    const { body } = from.value === undefined ? {} : withId(walks, from.value)
    return { radius: body?.radius ?? player.radius, height: body?.height ?? player.height, step: player.step }
  }
  /** The way round the walls to a spot, over ramps and stairs where it lies on another storey. */
  const way = (ask: typeof paths.route, last: Point, to: Point): Promise<Spot[]> =>
    ask(doc.now, spotOf(last), spotOf(to), [last[1], to[1]], walker())
  const spots = (): Spot[] => points.value.flatMap((at, i) => [...(legs.value[i] ?? []), spotOf(at)])

  /** Goes on from the end of a walk that is there. */
  function goOnFrom(id: string): void {
    const last = withId(doc.now.walks, id).points.at(-1)
    if (!last) return
    from.value = id
    points.value = [last.at]
    legs.value = [[]]
  }

  /** Goes on to a spot; `stays` tells whether one is still drawing when the way there is found. */
  async function add(at: Spot, straight: boolean, stays: () => boolean): Promise<void> {
    const last = points.value.at(-1)
    const to = standing(at)
    const leg = last && !straight ? await way(paths.route, last, to) : []
    if (!stays()) return
    legs.value = [...legs.value, leg]
    points.value = [...points.value, to]
    lead.value = []
  }
  async function look(to: Spot, straight: boolean): Promise<void> {
    const last = points.value.at(-1)
    if (last) lead.value = straight ? [] : await way(paths.routeLately, last, standing(to))
  }
  function takeBack(): void {
    points.value = points.value.slice(0, -1)
    legs.value = legs.value.slice(0, -1)
  }
  function clear(): void {
    from.value = undefined
    points.value = []
    legs.value = []
    lead.value = []
  }
  const rounded = ([x, y, z]: Point): Point => [round(x), round(y), round(z)]
  /** Every point of the way: who walks over a ramp goes by its foot and its head, however straight that is from above. */
  function wholeWay(): Point[] {
    const { floors } = doc.now.place
    const way = points.value.slice(0, 1)
    const goTo = (to: Point) => {
      const last = needed(way.at(-1), 'the point before')
      if (!isSameSpot(spotOf(last), spotOf(to))) way.push(...alongFloors(floors, last, to).map(rounded), to)
    }
    points.value.forEach((point, i) => {
      for (const [x, z] of legs.value[i] ?? [])
        goTo(rounded([x, heightAlong(floors, needed(way.at(-1), 'the point before'), [x, z]), z]))
      goTo(point)
    })
    return way
  }
  /** Makes a walk of what is drawn, or makes the one longer that is drawn on. */
  function make(): void {
    const way = wholeWay()
    const id = from.value
    clear()
    if (way.length < 2) return
    if (id !== undefined) return lengthen(id, way.slice(1))
    const points = way.map((at) => freshPoint(at))
    const walk = freshWalk(doc.now, points)
    if (!doc.edit(`Draw ${walk.name}`, (edit) => edit.add(['walks'], walk))) return
    selection.choose('walk', walk.id)
    runs.walks = [walk.id]
  }
  function lengthen(id: string, way: readonly Point[]): void {
    const { name, points } = withId(doc.now.walks, id)
    const pace = points.at(-2)?.pace
    const more = way.map((at, i) => freshPoint(at, i < way.length - 1 ? pace : undefined))
    // The last one goes on as quickly as the walk came to it.
    const before = points.map((point, i) =>
      i === points.length - 1 && pace !== undefined ? { ...point, pace } : point,
    )
    doc.edit(`Go on with ${name}`, (edit) => edit.set(['walks', id, 'points'], [...before, ...more]))
    selection.choose('walk', id)
  }
  return { points, lead, spots, goOnFrom, add, look, takeBack, clear, make }
}
