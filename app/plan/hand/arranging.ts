import type { Editor, Light, Mark, Prop, Show, Spot } from '~~/core/show'
import { placedPoint, placedShape, turnedAbout, type Placement } from '~/document/making/placement'
import { addressOf, thingIn, type ThingRef, thingOf } from '~/document/things'
import { boxOfThing, goesAlong, moveThings, type Box } from '../forms/thing-forms'

/** Along which way of the plan things are brought into line or spread: west to east, or north to south. */
export type Axis = 'x' | 'z'
/** What of each thing comes into line. */
export type Edge = 'least' | 'middle' | 'most'

interface Placed {
  ref: ThingRef
  box: Box
}
const placedOf = (show: Show, refs: readonly ThingRef[]): Placed[] =>
  refs.flatMap((ref) => {
    const box = boxOfThing(show, ref.kind, ref.id)
    return box ? [{ ref, box }] : []
  })
const from = ({ box }: Placed, axis: Axis): number => box[axis === 'x' ? 0 : 1]
const to = ({ box }: Placed, axis: Axis): number => box[axis === 'x' ? 2 : 3]
const middle = (placed: Placed, axis: Axis): number => (from(placed, axis) + to(placed, axis)) / 2

/** The middle of the box that holds things. */
export function middleOfThings(show: Show, refs: readonly ThingRef[]): Spot {
  const all = placedOf(show, refs)
  const mid = (axis: Axis) =>
    (Math.min(...all.map((one) => from(one, axis))) + Math.max(...all.map((one) => to(one, axis)))) / 2
  return [mid('x'), mid('z')]
}

/** Moves each thing along one way by what is said of it. */
function shift(edit: Editor, before: Show, axis: Axis, moves: readonly { ref: ThingRef; by: number }[]): void {
  for (const { ref, by } of moves)
    if (Math.abs(by) > 1e-6) moveThings(edit, before, [ref], axis === 'x' ? by : 0, axis === 'z' ? by : 0)
}

/** Brings things into line with the outermost of them, or with the middle of all. */
export function align(edit: Editor, refs: readonly ThingRef[], axis: Axis, edge: Edge): void {
  const { show } = edit
  const all = placedOf(show, refs)
  const [least, most] = [Math.min(...all.map((one) => from(one, axis))), Math.max(...all.map((one) => to(one, axis)))]
  const by = (one: Placed): number =>
    edge === 'least'
      ? least - from(one, axis)
      : edge === 'most'
        ? most - to(one, axis)
        : (least + most) / 2 - middle(one, axis)
  shift(edit, show, axis, all.map((one) => ({ ref: one.ref, by: by(one) }))) // prettier-ignore
}

/** Spreads things so that their middles lie evenly between the first and the last, in the order in which they lie. */
export function distribute(edit: Editor, refs: readonly ThingRef[], axis: Axis): void {
  const { show } = edit
  const all = placedOf(show, refs).sort((a, b) => middle(a, axis) - middle(b, axis))
  if (all.length < 3) return
  const [first, last] = [middle(all[0]!, axis), middle(all.at(-1)!, axis)]
  const every = (last - first) / (all.length - 1)
  shift(edit, show, axis, all.map((one, i) => ({ ref: one.ref, by: first + i * every - middle(one, axis) }))) // prettier-ignore
}

/** Turns things together about the middle of all (degrees, counter-clockwise from above); what is tied goes with its prop. */
export function turn(edit: Editor, refs: readonly ThingRef[], degrees: number): void {
  const { show } = edit
  const placement = turnedAbout(middleOfThings(show, refs), degrees)
  const props = new Set(refs.flatMap(({ kind, id }) => (kind === 'prop' ? [id] : [])))
  for (const ref of refs) {
    const thing = thingIn(show, ref.kind, ref.id)
    if (thing && !goesAlong(thing, props)) turnOne(edit, ref, placement)
  }
}
function turnOne(edit: Editor, { kind, id }: ThingRef, placement: Placement): void {
  const { show } = edit
  switch (kind) {
    case 'zone': {
      const { shape, tiedTo } = thingOf(show, 'zone', id)
      if (!tiedTo) edit.set(addressOf(kind, id, 'shape'), placedShape(shape, placement))
      return
    }
    case 'floor':
      return edit.set(addressOf(kind, id, 'outline'), thingOf(show, 'floor', id).outline.map(placement.spot))
    case 'wall': {
      const wall = thingOf(show, 'wall', id)
      for (const end of ['from', 'to'] as const) edit.set(addressOf(kind, id, end), placement.spot(wall[end]))
      return
    }
    default: {
      const thing: Prop | Light | Mark = thingOf(show, kind, id)
      edit.set(addressOf(kind, id, 'at'), placedPoint(thing.at, placement))
      edit.set(addressOf(kind, id, 'yaw'), thing.yaw + placement.turn)
    }
  }
}
