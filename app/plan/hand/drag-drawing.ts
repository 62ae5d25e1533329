import { shallowRef } from 'vue'
import type { Point, Shape, Spot } from '~~/core/show'
import { CAMERA_UP, freshLight, freshMark, freshProp } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { useFloor } from '../forms/floor-under'
import { round } from '../forms/geometry'
import { drawn } from '../forms/handles'
import { useThingEdits } from './thing-edits'

/** How high a lamp hangs, and how high a prop is that is drawn (m). */
const HANGS = 2.4
const PROP_HEIGHT = 1
/** What is made by a click: a zone, a prop, this wide (m); what faces a way turns in such steps (degrees). */
const ZONE = 2
const PROP = 0.6
const TURN = 5

/** What is drawn by one stroke: zones and props from corner to corner, marks and lights from where they stand to where they face. `done` is called when one is made. */
export function useDragDrawing(spot: (event: PointerEvent) => Spot, done: () => void) {
  const doc = useShow()
  const edits = useThingEdits()
  const floorUnder = useFloor()
  const stroke = shallowRef<{ a: Spot; b: Spot }>()
  const standing = (at: Spot, up = 0): Point => [round(at[0]), round(floorUnder(at) + up), round(at[1])]

  function press(event: PointerEvent, what: string, which: string | undefined): void {
    const a = spot(event)
    stroke.value = { a, b: a }
    followPointer(event, {
      move: (e) => (stroke.value = { a, b: spot(e) }),
      end: (e, far) => {
        stroke.value = undefined
        const b = spot(e)
        done()
        if (what === 'zone')
          edits.drawZone(drawn(which as Shape['kind'], a, far ? b : [a[0] + ZONE, a[1] + ZONE], floorUnder(a)))
        else if (what === 'prop') makeProp(which as 'box' | 'cylinder', a, far ? b : [a[0] + PROP, a[1] + PROP])
        else if (what === 'mark') makeMark(which as 'standing' | 'camera', a, far ? facing(a, b) : 0)
        else makeLight(which as 'point' | 'spot', a, far ? facing(a, b) : undefined)
      },
      cancel: () => (stroke.value = undefined),
    })
  }
  const facing = (a: Spot, b: Spot): number =>
    Math.round((Math.atan2(-(b[0] - a[0]), -(b[1] - a[1])) * 180) / Math.PI / TURN) * TURN + 0
  function makeMark(which: 'standing' | 'camera', at: Spot, yaw: number): void {
    const up = which === 'camera' ? CAMERA_UP : 0
    edits.add('Draw a mark', 'mark', [freshMark(doc.now, which, standing(at, up), yaw)])
  }
  function makeLight(which: 'point' | 'spot', at: Spot, yaw: number | undefined): void {
    const light = freshLight(doc.now, which, standing(at, HANGS))
    const turned = which === 'spot' && yaw !== undefined
    edits.add('Draw a light', 'light', [turned ? { ...light, yaw, pitch: -30 } : light])
  }
  function makeProp(which: 'box' | 'cylinder', a: Spot, b: Spot): void {
    const shape = drawn(which, a, b, floorUnder(a))
    if (shape.kind !== 'box' && shape.kind !== 'cylinder') return
    const [wide, deep] = shape.kind === 'box' ? [shape.size[0], shape.size[2]] : [shape.radius * 2, shape.radius * 2]
    edits.add('Draw a prop', 'prop', [freshProp(doc.now, which, shape.at, [wide, PROP_HEIGHT, deep])])
  }
  return { stroke, press }
}
