import { alongWall, onWall, wallLength, yawOfWall } from '~~/core/space'
import { hundredths, thousandths } from '~~/core/base'
import type { Editor, Prop, Show, Spot, Wall } from '~~/core/show'
import type { Doorframe } from '~/document/making/fresh-door'
import { addressOf } from '~/document/things'

/** How far off the middle of its wall a door may stand (m). */
const OFF = 0.3

/** The opening that a door hangs in; undefined if it stands elsewhere or is none. */
export function frameOfDoor(show: Show, { form, at: [x, y, z] }: Prop): Doorframe | undefined {
  if (form !== 'door') return undefined
  for (const wall of show.place.walls) {
    if (y < wall.y - OFF || y > wall.y + wall.height) continue
    const { at, off } = onWall(wall, x, z)
    const opening = off <= OFF && wall.openings.find((each) => at >= each.at && at <= each.at + each.width)
    if (opening) return { wall, opening }
  }
  return undefined
}

/** Doors go with the opening they hang in: where an edit has moved, turned or widened that, so are they. */
export function carryDoors(edit: Editor, before: Show): void {
  if (edit.show.place.walls === before.place.walls) return
  for (const door of before.place.props) {
    const frame = frameOfDoor(before, door)
    const wall = frame && edit.show.place.walls.find(({ id }) => id === frame.wall.id)
    const opening = wall?.openings.find(({ id }) => id === frame!.opening.id)
    if (!frame || !opening || wall === frame.wall) continue
    for (const [field, value] of Object.entries(carried(door, frame, { wall: wall!, opening })))
      edit.setFound(addressOf('prop', door.id, field), value)
  }
}

function carried(door: Prop, was: Doorframe, is: Doorframe): Pick<Prop, 'at' | 'yaw' | 'size'> {
  const [x, y, z] = door.at
  const [mx, mz] = alongWall(was.wall, was.opening.at + was.opening.width / 2)
  const [ux, uz] = along(was.wall)
  const aside = (x - mx) * ux + (z - mz) * uz
  const off = (z - mz) * ux - (x - mx) * uz
  const [nx, nz] = alongWall(is.wall, is.opening.at + is.opening.width / 2)
  const [vx, vz] = along(is.wall)
  const grown = (size: number, from: number, to: number) => (Math.abs(size - from) < 0.02 ? to : size)
  const [w, h, d] = door.size
  return {
    at: [
      thousandths(nx + vx * aside - vz * off),
      thousandths(y + is.wall.y + is.opening.sill - was.wall.y - was.opening.sill),
      thousandths(nz + vz * aside + vx * off),
    ],
    yaw: hundredths(door.yaw + yawOfWall(is.wall) - yawOfWall(was.wall)),
    size: [grown(w, was.opening.width, is.opening.width), grown(h, was.opening.height, is.opening.height), d],
  }
}
function along(wall: Wall): Spot {
  const length = wallLength(wall) || 1
  return [(wall.to[0] - wall.from[0]) / length, (wall.to[1] - wall.from[1]) / length]
}
