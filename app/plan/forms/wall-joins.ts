import type { Editor, Spot, Wall } from '~~/core/show'
import { endsAt, type WallEnd } from '~~/core/space'

/** Moves a corner of a wall, and with it every wall that ends there. `walls`: as they were before. */
export function moveCorner(edit: Editor, walls: readonly Wall[], wall: Wall, end: WallEnd, to: Spot): void {
  for (const each of endsAt(walls, wall, wall[end])) edit.set(['place', 'walls', each.wall.id, each.end], to)
}
