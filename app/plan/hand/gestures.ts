import { withId } from '~~/core/base'
import { shallowRef } from 'vue'
import type { Editor, Spot } from '~~/core/show'
import { useShow } from '~/document/show'
import { nameOfThing, THING_KINDS, type ThingRef } from '~/document/things'
import { give, picking } from '~/frame/picking'
import { followPointer } from '~/frame/pointer-drag'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { useRun } from '~/run/current-run'
import { dotsOf, walkBy } from '../canvas/walk-dots'
import { carrying } from '../forms/carried'
import { doorwayAt, fittedTo } from '../forms/fitting'
import { snapped } from '../forms/snapping'
import { thingsUnder } from './hits'
import { seenThings } from '../forms/storeys'
import { boxOfThing, moveThings, type Hold } from '../forms/thing-forms'
import { useThingEdits } from './thing-edits'

/** How the plan lies in its band, for who reaches into it. */
export interface Reach {
  spotAt: (event: { clientX: number; clientY: number }) => Spot
  pan: (dx: number, dy: number) => void
  /** One pixel in metres. */
  pixel: () => number
}

/** What dragging a hold is called in the list of edits, by what it says. */
const LABELS: { [says: string]: string } = { Turn: 'Turn', Size: 'Resize', Move: 'Move' }

/** What a pointer does in the plan with what is there: choose, move, size, pan, choose several. */
export function usePlanGestures({ spotAt, pan, pixel }: Reach) {
  const doc = useShow()
  const runs = useRun()
  const view = useView()
  const selection = useSelection()
  const edits = useThingEdits()
  /** Two corners between which several things are being chosen. */
  const lasso = shallowRef<{ a: Spot; b: Spot }>()

  const spot = (event: PointerEvent | MouseEvent): Spot => {
    const [x, z] = spotAt(event)
    return [snapped(x, event.altKey), snapped(z, event.altKey)]
  }
  const under = (event: { clientX: number; clientY: number }): ThingRef[] =>
    thingsUnder(doc.now, view.seen, ...spotAt(event), pixel())
  const isSame = (a: ThingRef, b: ThingRef) => a.kind === b.kind && a.id === b.id
  const NONE: ThingRef = { kind: 'floor', id: '' }
  const isChosen = (one: ThingRef) => selection.things.some((each) => isSame(each, one))

  function press(event: PointerEvent) {
    if (event.button === 1) return grab(event)
    if (event.button !== 0) return
    const here = under(event)
    const { value: asks } = picking
    if (asks?.spot) {
      if (!asks.spot(spot(event))) picking.value = undefined
      return
    }
    if (asks) {
      const wanted = here.find(({ kind }) => asks.kinds.includes(kind))
      if (wanted || !asks.ground) return void give(wanted)
      picking.value = undefined
      return asks.ground(spot(event))
    }
    const top = here[0]
    if (event.shiftKey) return top && top.kind !== 'floor' ? addOne(top, event) : chooseSeveral(event)
    // What is chosen stays in the hand even where something lies above it.
    const chosen = here.find(isChosen)
    if (!top || (top.kind === 'floor' && !chosen)) return grab(event, top)
    if (chosen?.kind === 'floor') return grab(event, top)
    // A click on what is chosen goes on to what lies below it.
    const things = here.filter(({ kind }) => kind !== 'floor')
    const next = isSame(chosen ?? NONE, top) ? (things[1] ?? top) : top
    move(chosen ?? top, next, event)
  }

  function addOne(one: ThingRef, event: PointerEvent) {
    followPointer(event, { move: () => {}, end: (_, far) => !far && selection.toggle(one) })
  }

  /** Moves what is under the pointer, with what is chosen together with it; a press without a move chooses. */
  function move(held: ThingRef, top: ThingRef, event: PointerEvent) {
    const before = doc.now
    const together = isChosen(held) ? selection.things : [held]
    const [x0, z0] = spotAt(event)
    const work = (e: PointerEvent) =>
      carrying((edit) => {
        const [x, z] = spotAt(e)
        moveThings(edit, before, together, snapped(x - x0, e.altKey), snapped(z - z0, e.altKey))
        if (together.length === 1 && held.kind === 'zone' && !e.altKey) fitToDoorway(edit, held.id)
      })
    followPointer(event, {
      move: (e, far) => {
        if (!far) return
        if (!isChosen(held)) selection.choose(held.kind, held.id)
        doc.drag(work(e))
      },
      end: (e, far) => {
        if (far) doc.drop(`Move ${edits.called(together)}`, work(e))
        else selection.choose(top.kind, top.id)
      },
      cancel: () => doc.letGo(),
    })
  }

  /** A zone that is put onto a doorway fits itself to it. */
  function fitToDoorway(edit: Editor, id: string) {
    const zone = withId(edit.show.zones, id)
    const door = doorwayAt(edit.show, zone)
    if (door) edit.set(['zones', id, 'shape'], fittedTo(edit.show, door))
  }

  function takeHold(hold: Hold, event: PointerEvent) {
    event.stopPropagation()
    const [one] = selection.things
    if (!one) return
    const name = nameOfThing(doc.now, one)
    const work = (e: PointerEvent) => carrying((edit) => hold.drag(edit, ...spot(e), e.altKey))
    followPointer(event, {
      move: (e, far) => far && doc.drag(work(e)),
      end: (e, far) => (far ? doc.drop(`${LABELS[hold.says] ?? 'Shape'} ${name}`, work(e)) : doc.letGo()),
      cancel: () => doc.letGo(),
    })
  }

  /** Pans; a press without a move chooses the walk that goes by, the floor that lies there, or nothing. */
  function grab(event: PointerEvent, floor?: ThingRef) {
    let last = event
    followPointer(event, {
      move: (e) => {
        pan(e.clientX - last.clientX, e.clientY - last.clientY)
        last = e
      },
      end: (e, far) => {
        if (far || e.button === 1) return
        const walk = runs.ways && walkBy(dotsOf(runs.ways), ...spotAt(e), 5 * pixel())
        if (walk) selection.choose('walk', walk)
        else if (floor) selection.choose(floor.kind, floor.id)
        else selection.clear()
      },
    })
  }

  /** Chooses everything whose place lies between two corners. */
  function chooseSeveral(event: PointerEvent) {
    const a = spotAt(event)
    const show = doc.now
    followPointer(event, {
      move: (e) => (lasso.value = { a, b: spotAt(e) }),
      end: (e, far) => {
        lasso.value = undefined
        if (!far) return
        const [bx, bz] = spotAt(e)
        const [x0, x1] = [Math.min(a[0], bx), Math.max(a[0], bx)]
        const [z0, z1] = [Math.min(a[1], bz), Math.max(a[1], bz)]
        const { walk } = selection
        if (walk)
          return selection.choosePoints(
            walk.points.flatMap(({ at: [x, , z] }, i) => (x >= x0 && x <= x1 && z >= z0 && z <= z1 ? [i] : [])),
          )
        // All of a thing or nothing of it: whoever lassos a room doesn't mean the air around it.
        selection.chooseAll(
          THING_KINDS.flatMap((kind) =>
            seenThings(show, kind, view.seen)
              .map(({ id }) => ({ kind, id }))
              .filter(({ id }) => {
                const box = boxOfThing(show, kind, id)
                return box && box[0] >= x0 && box[1] >= z0 && box[2] <= x1 && box[3] <= z1
              }),
          ),
        )
      },
      cancel: () => (lasso.value = undefined),
    })
  }

  /** What a click would choose, for the pointer and the foot of the plan. */
  const nameUnder = (event: PointerEvent): string | undefined => {
    const top = under(event)[0]
    return top && top.kind !== 'floor' ? nameOfThing(doc.now, top) : undefined
  }
  return { press, takeHold, lasso, nameUnder }
}
