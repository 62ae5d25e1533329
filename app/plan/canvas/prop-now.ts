import { carriedIn, CHANNEL, channelAt, facingAt, frameIn, positionAt } from '~~/core/engine'
import type { Prop, Surface } from '~~/core/show'
import { fromFrame } from '~~/core/space'
import type { ShownMoment } from '~/frame/shown-moment'

/** A prop as it is at a moment of a run: where it stands, or with whom it goes. */
export interface PropNow {
  placed: Prop
  shown: boolean
  colour: string
  surface: Surface | null
  /** Somebody has it with them: it is drawn in their hand, and its own place as left. */
  isCarried: boolean
}
/** Where it is held, to the right of whoever has it and a little before them (m). */
const HAND = [0.35, -0.2] as const

export function propNow({ show, run, t, player }: ShownMoment, prop: Prop): PropNow {
  // What is being edited the run doesn't know yet.
  if (!show.place.props.includes(prop)) return { placed: prop, shown: prop.shown, colour: prop.colour, surface: prop.surface ?? null, isCarried: false } // prettier-ignore
  const { shown, colour, surface } = channelAt(show, run, CHANNEL.prop(prop.id), t, player)
  const by = carriedIn(run, prop.id, t)
  const index = by === null ? -1 : run.walks.indexOf(by)
  const path = run.paths[index]
  if (!path) {
    const { at, yaw } = frameIn(show, run, prop.id, t)
    return { placed: { ...prop, at: [at[0], at[1], at[2]], yaw }, shown, colour, surface, isCarried: false }
  }
  const yaw = facingAt(show, run, index, t)
  const [x, y, z] = positionAt(path, t)
  const [hx, hz] = fromFrame(...HAND, { at: [x, y, z], yaw })
  return { placed: { ...prop, at: [hx, y, hz], yaw }, shown, colour, surface, isCarried: true }
}
