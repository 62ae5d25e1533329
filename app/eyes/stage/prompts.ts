import type * as three from 'three'
import { memo } from '~~/core/base'
import { CHANNEL, channelAt, frameIn, type Pose } from '~~/core/engine'
import { ownCuesOf, type Point, type PromptStep, type Show } from '~~/core/show'
import { middleOf, solidOf } from '~~/core/space'
import { boardOf, type Board } from './boards'
import type { StageMoment } from './stage-moment'

/** A prompt of a show: the channel that tells whether it is seen, and what it hangs over. */
interface Prompt {
  channel: `prompt:${string}`
  step: PromptStep
}
const promptsOf = memo((show: Show): Prompt[] => {
  const of = (steps: Show['cues'][number]['steps'], channel: (id: string) => Prompt['channel']) =>
    steps.flatMap((step): Prompt[] => (step.kind === 'prompt' ? [{ channel: channel(step.id), step }] : []))
  const own = [...ownCuesOf(show).values()]
  return [
    ...show.cues.flatMap(({ steps }) => of(steps, CHANNEL.prompt)),
    ...own.flatMap(({ cue, zone }) => of(cue.steps, (id) => CHANNEL.promptAt(id, zone))),
  ]
})

/** What a prompt's height counts from at a moment; undefined where it names a part that nobody has. */
function anchorAt({ show, run, t }: StageMoment, { anchor }: PromptStep): Point | undefined {
  if ('prop' in anchor) {
    const prop = show.place.props.find(({ id }) => id === anchor.prop)
    if (!prop) return undefined
    const [x, y, z] = frameIn(show, run, prop.id, t).at
    return [x, y + prop.size[1], z]
  }
  if ('mark' in anchor) return show.place.marks.find(({ id }) => id === anchor.mark)?.at
  const zone = show.zones.find(({ id }) => id === anchor.zone)
  if (!zone) return undefined
  return middleOf(zone.tiedTo ? solidOf(zone.shape, frameIn(show, run, zone.tiedTo.prop, t)) : solidOf(zone.shape))
}

const radians = (degrees: number) => (degrees * Math.PI) / 180

/** The boards that are seen at a moment. */
export class Prompts {
  private readonly boards = new Map<string, Board>()
  constructor(private readonly scene: three.Scene) {}

  show(moment: StageMoment, pose: Pose): void {
    const { show, run, t, player } = moment
    for (const { mesh } of this.boards.values()) mesh.visible = false
    for (const { channel, step } of promptsOf(show)) {
      const now = channelAt(show, run, channel, t, player)
      const over = now.shown ? anchorAt(moment, step) : undefined
      if (!over) continue
      const { mesh } = this.board(now.text, step)
      mesh.visible = true
      mesh.position.set(over[0], over[1] + step.lift, over[2])
      const yaw =
        step.faces === 'camera' ? Math.atan2(pose.at[0] - over[0], pose.at[2] - over[2]) : radians(step.faces) + Math.PI
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
