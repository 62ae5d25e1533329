import { useEventListener } from '@vueuse/core'
import { ref, watch } from 'vue'
import type { Shape, Spot, WalkPoint } from '~~/core/show'
import { floorAt } from '~~/core/space'
import { freshPoint, freshWalk } from '~/document/fresh'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { useSelection } from '~/frame/selection'
import { useRun } from '~/run/current-run'
import { moved, round, snapped } from './geometry'
import { drawn, type Handle } from './handles'
import { useZoneEdits } from './zone-edits'

/** What the hand does in the plan: choose and move what is there, or draw. */
export type Tool = 'choose' | Shape['kind'] | 'walk'

/** Everything that a pointer does in the plan, and what it is in the middle of. */
export function usePlanGestures(view: {
  spotAt: (event: { clientX: number; clientY: number }) => Spot
  pan: (dx: number, dy: number) => void
}) {
  const doc = useShow()
  const runs = useRun()
  const selection = useSelection()
  const zones = useZoneEdits()
  const { spotAt, pan } = view

  const tool = ref<Tool>('choose')
  /** What is being drawn: a zone between two spots, or the points of a walk. */
  const drawing = ref<{ kind: Shape['kind']; a: Spot; b: Spot }>()
  const route = ref<Spot[]>([])

  const floorHere = (x: number, z: number) => floorAt(doc.show!.place.floors, x, z) ?? 0
  const onFloor = ([x, z]: Spot): WalkPoint['at'] => [round(x), round(floorHere(x, z)), round(z)]
  const spot = (event: PointerEvent | MouseEvent): Spot => {
    const [x, z] = spotAt(event)
    return [snapped(x, event.altKey), snapped(z, event.altKey)]
  }

  function takeZone(id: string, event: PointerEvent) {
    if (tool.value !== 'choose' || event.button !== 0) return
    event.stopPropagation()
    const under =
      selection.zone &&
      selection.zone.id !== id &&
      document
        .elementsFromPoint(event.clientX, event.clientY)
        .some((e) => e.getAttribute('data-plan-zone') === selection.zone!.id)
        ? selection.zone.id
        : id
    const zone = doc.show!.zones.find((z) => z.id === under)!
    const [x0, z0] = spotAt(event)
    const moveBy = (e: PointerEvent): [number, number] => {
      const [x, z] = spotAt(e)
      return [snapped(x - x0, e.altKey), snapped(z - z0, e.altKey)]
    }
    followPointer(event, {
      move: (e, far) => {
        if (!far) return
        selection.choose('zone', under)
        doc.drag((edit) => edit.set(['zones', under, 'shape'], moved(zone.shape, ...moveBy(e))))
      },
      end: (e, far) => {
        if (far)
          doc.drop(`Move ${zone.name}`, (edit) => edit.set(['zones', under, 'shape'], moved(zone.shape, ...moveBy(e))))
        else selection.choose('zone', id)
      },
      cancel: () => doc.letGo(),
    })
  }

  function takeHandle(handle: Handle, event: PointerEvent) {
    event.stopPropagation()
    const zone = selection.zone!
    const shape = (e: PointerEvent) => handle.drag(...spot(e), e.altKey)
    followPointer(event, {
      move: (e) => doc.drag((edit) => edit.set(['zones', zone.id, 'shape'], shape(e))),
      end: (e, far) =>
        far
          ? doc.drop(`${handle.turns ? 'Turn' : 'Resize'} ${zone.name}`, (edit) =>
              edit.set(['zones', zone.id, 'shape'], shape(e)),
            )
          : doc.letGo(),
      cancel: () => doc.letGo(),
    })
  }

  function takePoint(index: number, event: PointerEvent) {
    event.stopPropagation()
    const walk = selection.walk!
    selection.point = index
    const put = (e: PointerEvent) =>
      walk.points.map((point, i) => (i === index ? { ...point, at: onFloor(spot(e)) } : point))
    followPointer(event, {
      move: (e, far) => far && doc.drag((edit) => edit.set(['walks', walk.id, 'points'], put(e))),
      end: (e, far) =>
        far
          ? doc.drop(`Move a point of ${walk.name}`, (edit) => edit.set(['walks', walk.id, 'points'], put(e)))
          : doc.letGo(),
      cancel: () => doc.letGo(),
    })
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
    selection.point = after + 1
  }

  function press(event: PointerEvent) {
    if (event.button === 1 || (event.button === 0 && tool.value === 'choose')) return grab(event)
    if (event.button !== 0) return
    if (tool.value === 'walk') return
    const kind = tool.value as Shape['kind']
    const a = spot(event)
    drawing.value = { kind, a, b: a }
    followPointer(event, {
      move: (e) => (drawing.value = { kind, a, b: spot(e) }),
      end: (e, far) => {
        const b: Spot = far ? spot(e) : [a[0] + 2, a[1] + 2]
        drawing.value = undefined
        tool.value = 'choose'
        zones.create(drawn(kind, a, b, round(floorHere(...a))))
      },
      cancel: () => (drawing.value = undefined),
    })
  }

  function grab(event: PointerEvent) {
    let last = event
    followPointer(event, {
      move: (e) => {
        pan(e.clientX - last.clientX, e.clientY - last.clientY)
        last = e
      },
      end: (_, far) => !far && selection.clear(),
    })
  }

  function click(event: MouseEvent) {
    if (tool.value === 'walk') route.value = [...route.value, spot(event)]
  }
  function endWalk() {
    const spots = route.value.filter(
      ([x, z], i, all) => i === 0 || Math.hypot(x - all[i - 1]![0], z - all[i - 1]![1]) > 0.05,
    )
    route.value = []
    if (spots.length < 2) return
    const walk = freshWalk(
      doc.show!,
      spots.map((at) => freshPoint(onFloor(at))),
    )
    tool.value = 'choose'
    if (!doc.edit(`Draw ${walk.name}`, (edit) => edit.add(['walks'], walk))) return
    selection.choose('walk', walk.id)
    runs.walks = [walk.id]
  }
  watch(tool, () => {
    drawing.value = undefined
    route.value = []
  })
  function key(event: KeyboardEvent) {
    if (tool.value === 'choose') return
    if (event.key === 'Enter') endWalk()
    else if (event.key === 'Escape') tool.value = 'choose'
    else return
    event.stopPropagation()
    event.preventDefault()
  }
  useEventListener(window, 'keydown', key, { capture: true })

  return { tool, drawing, route, press, click, endWalk, takeZone, takeHandle, takePoint, addPoint }
}
