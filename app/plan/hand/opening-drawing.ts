import { alongWall, onWall, wallLength } from '~~/core/space'
import { shallowRef } from 'vue'
import type { Spot, Wall } from '~~/core/show'
import { freshOpening } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { addressOf } from '~/document/things'
import { followPointer } from '~/frame/pointer-drag'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { freshDoor, openingAt, type Doorframe } from '~/document/making/fresh-door'
import { round } from '../forms/geometry'
import type { Reach } from './gestures'
import { seenThings } from '../forms/storeys'
import { useThingEdits } from './thing-edits'

/** How wide an opening is that is made by a click, the least that a drag makes (m), and how near the pointer must come (pixels). */
const DOOR = 1
const LEAST = 0.2
const NEAR = 10

/** Openings dropped into walls, and doors hung into openings. `done` is called when one is made. */
export function useOpeningDrawing({ spotAt, pixel }: Reach, done: () => void) {
  const doc = useShow()
  const view = useView()
  const selection = useSelection()
  const edits = useThingEdits()
  /** The stretch of a wall that an opening would take. */
  const stretch = shallowRef<[Spot, Spot]>()

  const walls = (): readonly Wall[] => seenThings(doc.now, 'wall', view.seen)
  /** The wall that is nearest to a spot, if one is near. */
  const wallBy = ([x, z]: Spot): Wall | undefined =>
    walls()
      .map((wall) => ({ wall, ...onWall(wall, x, z) }))
      .filter(({ wall, off }) => off <= wall.thickness / 2 + NEAR * pixel())
      .sort((a, b) => a.off - b.off)[0]?.wall

  function press(event: PointerEvent): void {
    const wall = wallBy(spotAt(event))
    if (!wall) return
    const length = wallLength(wall)
    const stop = (e: PointerEvent) => {
      const { at } = onWall(wall, ...spotAt(e))
      return Math.min(length, Math.max(0, e.altKey ? round(at) : Math.round(at * 10) / 10))
    }
    const from = stop(event)
    followPointer(event, {
      move: (e) => (stretch.value = [alongWall(wall, from), alongWall(wall, stop(e))]),
      end: (e, far) => {
        stretch.value = undefined
        const to = far ? stop(e) : from
        const isDragged = Math.abs(to - from) > LEAST
        const width = isDragged ? Math.abs(to - from) : Math.min(DOOR, length)
        const at = isDragged ? Math.min(from, to) : Math.min(length - width, Math.max(0, from - width / 2))
        done()
        doc.edit('Draw an opening', (edit) =>
          edit.add(addressOf('wall', wall.id, 'openings'), freshOpening(wall, round(at), round(width))),
        )
        selection.choose('wall', wall.id)
      },
      cancel: () => (stretch.value = undefined),
    })
  }

  /** The opening under the pointer, where a door would hang. */
  const frameUnder = (event: { clientX: number; clientY: number }): Doorframe | undefined =>
    openingAt(walls(), spotAt(event), NEAR * pixel())
  function hover(event: PointerEvent): void {
    const frame = frameUnder(event)
    stretch.value = frame && [
      alongWall(frame.wall, frame.opening.at),
      alongWall(frame.wall, frame.opening.at + frame.opening.width),
    ]
  }
  function hang(event: PointerEvent): void {
    const frame = frameUnder(event)
    if (!frame) return
    stretch.value = undefined
    done()
    edits.add('Hang a door', 'prop', [freshDoor(doc.now, frame)])
  }
  return { stretch, press, hover, hang }
}
