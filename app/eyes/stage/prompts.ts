import type * as three from 'three'
import { radians } from '~~/core/base'
import { channelAt, frameIn, promptsOf, type Pose } from '~~/core/engine'
import type { Point, PromptStep } from '~~/core/show'
import { middleOfZone } from './middle-of-zone'
import { boardOf, type Board } from './boards'
import type { ShownMoment } from '~/frame/shown-moment'

/** What a prompt's height counts from at a moment; undefined where it names a part that nobody has. */
function anchorAt({ show, run, t }: ShownMoment, { anchor }: PromptStep): Point | undefined {
  if ('prop' in anchor) {
    const prop = show.place.props.find(({ id }) => id === anchor.prop)
    if (!prop) return undefined
    const [x, y, z] = frameIn(show, run, prop.id, t).at
    return [x, y + prop.size[1], z]
  }
  if ('mark' in anchor) return show.place.marks.find(({ id }) => id === anchor.mark)?.at
  const zone = show.zones.find(({ id }) => id === anchor.zone)
  return zone && middleOfZone({ show, run, t }, zone)
}

/** The boards that are seen at a moment. */
export class Prompts {
  private readonly boards = new Map<string, Board>()
  constructor(private readonly scene: three.Scene) {}

  show(moment: ShownMoment, pose: Pose): void {
    const { show, run, t, player } = moment
    for (const { mesh } of this.boards.values()) mesh.visible = false
    for (const { channel, prompt } of promptsOf(show)) {
      const now = channelAt(show, run, channel, t, player)
      const over = now.shown ? anchorAt(moment, prompt) : undefined
      if (!over) continue
      const { mesh } = this.board(now.text, prompt)
      mesh.visible = true
      mesh.position.set(over[0], over[1] + prompt.lift, over[2])
      const yaw =
        prompt.faces === 'camera'
          ? Math.atan2(pose.at[0] - over[0], pose.at[2] - over[2])
          : radians(prompt.faces) + Math.PI
      mesh.rotation.set(0, yaw, 0)
    }
  }
  private board(text: string, { key, size, side, id }: PromptStep): Board {
    const name = JSON.stringify([id, text, key, size, side])
    let board = this.boards.get(name)
    if (!board) {
      this.boards.set(name, (board = boardOf(text, key, size, side)))
      this.scene.add(board.mesh)
    }
    return board
  }
  dispose(): void {
    for (const board of this.boards.values()) {
      this.scene.remove(board.mesh)
      board.dispose()
    }
    this.boards.clear()
  }
}
