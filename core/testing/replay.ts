import { createRun, eventsOf, positionAt, run, type LivePose, type PathPart, type Run, type RunEvent } from '../engine'
import { carriedIn, middleIn } from '../engine/history'
import { facingAt, facingOn, ownTime, partAt, type WhereIs } from '../engine/ways'
import type { Show } from '../show'

export interface Replay {
  seed: number
  length: number
}

/** How long after a move somebody learns of it (s). */
const LEARNT = 1.05e-6

/** What a path is at a time, as somebody who walks it would tell: where, and which way they face from then on. */
function poseAt({ path, whereIs }: Pick<Feeding, 'path' | 'whereIs'>, t: number): LivePose {
  // At a seam one faces as on the coming leg.
  const after = t + 1e-9
  const part = partAt(path, after)
  const { facing } = facingOn(part, Math.max(0, ownTime(part, after)))
  const at = positionAt(path, t)
  if ('yaw' in facing || !part.moving) return { at, facing: facingAt(path, after, whereIs) }
  return { at, facing: facing.prop === undefined ? { towards: facing.at } : { prop: facing.prop } }
}

/** The same for somebody who has not heard yet that they have just been moved, and walks on. */
const unaware = ({ path, whereIs }: Feeding, t: number): LivePose =>
  poseAt({ path: path.filter((part, i) => i === 0 || part.t < t - 2 * LEARNT || part.own > 0), whereIs }, t)

/** The times at which a path turns: without them it can't be told in straight pieces. */
function turns(path: readonly PathPart[], until: number): number[] {
  return path.flatMap((part, i) => {
    const end = Math.min(path[i + 1]?.t ?? until, until)
    const legs = part.moving ? part.route.legs.map((leg) => part.t + (leg.start - part.own)) : []
    return [part.t, ...legs].filter((t) => t >= part.t && t < end)
  })
}

interface Feeding {
  id: string
  path: readonly PathPart[]
  whereIs: WhereIs
  /** When it is told, and which keys it presses then: before it learns that it was moved, and after. */
  told: Map<number, { presses: string[]; afterwards: string[] }>
  end: number
}

function feedingOf(show: Show, offline: Run, log: readonly RunEvent[], index: number, extra: number[]): Feeding {
  const { id, start } = show.walks[index]
  const path = offline.paths[index]
  const own = log.filter((e) => 'player' in e && e.player === id)
  const end = own.find((e) => e.kind === 'walkEnd' && !e.locked)?.t ?? offline.length
  const presses = own.filter((e) => e.kind === 'press').map((e) => e.t)
  const times = [...turns(path, end), ...presses, ...extra, end].filter((t) => t >= start && t <= end)
  const told: Feeding['told'] = new Map(times.sort((a, b) => a - b).map((t) => [t, { presses: [], afterwards: [] }]))
  let movedAt = -1
  for (const event of own) {
    const { t } = event
    if (event.kind === 'move') movedAt = t
    else if (event.kind === 'press') {
      const { key = 'E' } = event
      // Who presses at the mark has learnt of the move; who sets it off by pressing has not.
      if (t === movedAt && told.has(t + LEARNT)) told.get(t + LEARNT)!.afterwards.push(key)
      else told.get(t)!.presses.push(key)
    }
  }
  return {
    id,
    path,
    whereIs: (prop, t) => (carriedIn(offline, prop, t) === null ? middleIn(show, offline, prop, t) : undefined),
    told,
    end,
  }
}

/** The events of a live run that is told the ways of an offline run, presses too, where they turn and at a share of its length each. */
export function replayed(show: Show, { seed, length }: Replay, cuts: readonly number[]): RunEvent[] {
  const offline = run(show, show.walks, { seed, length })
  const log = eventsOf(offline)
  // Right after a move everybody is told, so that who was moved learns of it and goes on from the mark.
  const learnt = log.filter((e) => e.kind === 'move').map((e) => e.t + LEARNT)
  const extra = [...learnt, ...cuts.map((cut) => cut * length)]
  const feedings = show.walks.map((_, index) => feedingOf(show, offline, log, index, extra))
  const live = createRun(
    show,
    seed,
    show.walks.map(({ id, body }) => ({ id, body })),
  )
  const events: RunEvent[] = []
  for (const t of [...new Set(feedings.flatMap(({ told }) => [...told.keys()]))].sort((a, b) => a - b)) {
    const here = feedings.filter(({ told }) => told.has(t))
    const tell = (id: string, pose: LivePose, [first, ...more]: string[]) => {
      events.push(...live.feed(id, t, pose, { use: first }))
      for (const key of more) events.push(...live.feed(id, t, pose, { use: key }))
    }
    for (const each of here) tell(each.id, unaware(each, t), each.told.get(t)!.presses)
    if (learnt.includes(t)) for (const each of here) tell(each.id, poseAt(each, t), each.told.get(t)!.afterwards)
    for (const { id, end } of here) if (t === end && end < length) events.push(...live.stop(id))
  }
  return [...events, ...live.finish(length)]
}

/**
 * A show in which looking and moving don't meet: who is told where to be faces as the mark does until told, which is a moment
 * after the move; who walks by themselves goes on at once.
 */
export function comparable(made: Show): Show {
  // Flights have tests of their own, and take long.
  const cues = made.cues.map((cue) => ({ ...cue, steps: cue.steps.filter((step) => step.kind !== 'fling') }))
  const show = { ...made, cues }
  const moves = show.cues.some((cue) => cue.steps.some((step) => step.kind === 'move'))
  if (!moves) return show
  const zones = show.zones.map((zone) => ({ ...zone, rules: zone.rules.filter((rule) => rule.on.at !== 'look') }))
  return { ...show, zones }
}

/** Whether somebody is stopped just where they leave a zone: told to stand there, they still touch it. */
export function stopsOnEdge(events: readonly RunEvent[]): boolean {
  const leaves = new Set(events.flatMap((e) => (e.kind === 'leave' ? [`${e.t}|${e.player}`] : [])))
  return events.some((e) => (e.kind === 'lock' || e.kind === 'walkEnd') && leaves.has(`${e.t}|${e.player}`))
}

/** What hangs on a time or a place, and so differs in its last digits. */
const UNSTEADY = { place: undefined, from: undefined, at: undefined, left: undefined }

/** Events to compare: those of one time in an order of their own, as whether a press or an edge of an instant comes first is the agenda's. */
export const settled = (events: readonly RunEvent[], { length }: Replay): { t: number; text: string }[] =>
  events
    // Who is still on the way at the end of the run ends there only when told.
    .filter((e) => e.kind !== 'walkEnd' || e.t < length - 1e-6)
    .map(({ t, ...rest }) => ({ t, text: JSON.stringify({ ...rest, ...UNSTEADY }) }))
    .sort((a, b) => (Math.abs(a.t - b.t) > 2e-6 ? a.t - b.t : a.text < b.text ? -1 : 1))
