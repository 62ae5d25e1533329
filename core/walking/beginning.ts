import { createRun, RunError, walksOf, type LiveRun, type Participant } from '../engine'
import type { Point, Show, Walk } from '../show'

/** Who walks in, with which others, by which luck, and from where: a time of their walk (s), or a spot at the run's begin. */
export interface Beginning {
  seed: number
  /** The walks of the run by their ids, in its order, and which of them is walked by hand. */
  walks: readonly string[]
  player: number
  from: { t: number } | { at: Point; yaw: number }
}
/** A run that was begun: the walk that is walked by hand from a time on (s), and where its body stands and looks then. */
export interface Begun {
  live: LiveRun
  walk: Walk
  t: number
  at: Point
  yaw: number
}

/** A live run up to where it is walked by hand, with others besides who have come, in bodies as large. @throws RunError if nobody walks in it */
export function beginLive(
  show: Show,
  { seed, walks: ids, player, from }: Beginning,
  others: readonly { id: string }[] = [],
): Begun {
  const walks = walksOf(show, ids)
  const walk = walks[player]
  if (!walk) throw new RunError('Nobody walks in this run: draw a walk, or choose one, first')
  const { id, body } = walk
  const byHand: Participant = 't' in from ? { takenOver: walk } : { id, body }
  const live = createRun(show, seed, [
    ...walks.map((each, i) => (i === player ? byHand : each)),
    ...others.map((other) => ({ id: other.id, body })),
  ])
  if (!('t' in from)) return { live, walk, t: 0, ...from }
  const { at, facing } = live.takeOver(id, from.t)
  return { live, walk, t: from.t, at, yaw: facing }
}
