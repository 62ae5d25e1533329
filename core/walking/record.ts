import { eventsOf, facingAt, positionAt, run, walkedPieces, walksOf, type Run, type RunEvent } from '../engine'
import type { Point, Show, Walk, WalkPoint } from '../show'
import { NO_WAY, pointOf, simplified, wayBetween, type Sample, type Tolerance } from './simplify'

/** What was lived, that a walk is made of: its samples, and the run that they were lived in. */
export interface Lived {
  show: Show
  seed: number
  /** The walks of the run, and which of them it was. */
  walks: readonly string[]
  player: number
  run: Run
  /** The place of who lived it among the walks of the run, if that is another. */
  lived?: number
  samples: readonly Sample[]
  /** How often what comes out otherwise is told more exactly and tried again, at the most. */
  tries?: number
}
export interface Recorded {
  points: WalkPoint[]
  start: number
  /** Whether played back it gives the same events, at the same times within 0.1 s. */
  isSame: boolean
  /** Whether it is played back as it went, at the times that it was lived at, heeding nothing. */
  went: boolean
}

/** At first what is recorded is told as loosely as this; around what would come out otherwise more and more exactly. */
const LOOSE: Tolerance = { place: 0.1, yaw: 12 }
const FINER = [1, 0.25, 0.05, 0] as const
/** What is told more exactly reaches from so long before what came out otherwise to so long after it (s). */
const BEFORE = 4
const AFTER = 1
/** Times within this are the same (s). */
const SAME_TIME = 0.1
const MOST_TRIES = 40
/** Who waits for being put elsewhere waits so long, if it comes a little later (s). */
const SLACK = 5
/** Less long than this is no time (s). */
const NO_TIME = 1e-6

/**
 * The walk that gives, played back, what was lived. It is as simple as it can be: where a simpler one would lose or add an event, or have
 * it at another time, it keeps more points.
 */
export function recorded(lived: Lived): Recorded {
  const { samples: told, run: lifeRun, tries: mostTries = MOST_TRIES } = lived
  const samples = withTurns(lived, told)
  const [start, end] = [samples[0].t, samples[samples.length - 1].t]
  const wanted = signs(eventsOf(lifeRun), end)
  const finer: { from: number; to: number; level: number }[] = []
  const tolerated = (t: number): Tolerance => {
    let level = 0
    for (const each of finer) if (t >= each.from && t <= each.to) level = Math.max(level, each.level)
    return { place: LOOSE.place * FINER[level], yaw: LOOSE.yaw * FINER[level] }
  }
  let best: Recorded | undefined
  for (let tries = 0; tries < mostTries; tries++) {
    const points = pointsOf(lived, simplified(samples, tolerated))
    const off = firstOff(wanted, signs(playedBack(lived, points, start, end), end))
    best = { points, start, isSame: off === undefined, went: false }
    if (off === undefined) return best
    const [from, to] = [off - BEFORE, off + AFTER]
    const known = finer.find((each) => Math.abs(each.from - from) < SAME_TIME)
    if (known && known.level < FINER.length - 1) known.level++
    else if (known) known.from -= BEFORE
    else finer.push({ from, to, level: 1 })
  }
  // What still comes out otherwise may hang on how it heeds what holds it: so it heeds nothing, and does what was done when it was.
  const points = pointsOf(lived, samples, true)
  const isSame = firstOff(wanted, signs(playedBack(lived, points, start, end, true), end)) === undefined
  return isSame ? { points, start, isSame, went: true } : best!
}

/** An event by what it is, and when: what of it hangs on the last digit of a place is left out. */
interface Sign {
  t: number
  says: string
}
/** The events that a played back walk must give again, of those before its end, which is nobody's own. */
function signs(events: readonly RunEvent[], end: number): Sign[] {
  return events
    .filter((event) => event.t < end - SAME_TIME && event.kind !== 'walkEnd')
    .map((event) => {
      const who = 'player' in event ? event.player : undefined
      const what = ['zone', 'rule', 'cue', 'gate', 'step', 'sound', 'flag', 'key', 'why', 'name']
      const e = event as { [field: string]: unknown }
      return { t: event.t, says: [event.kind, who, ...what.map((field) => e[field])].join('|') }
    })
}
/** When two logs first differ (s): an event that the other hasn't within the same time. */
function firstOff(wanted: readonly Sign[], found: readonly Sign[]): number | undefined {
  const left = new Map<string, number[]>()
  for (const { says, t } of found) left.set(says, [...(left.get(says) ?? []), t])
  let least = Infinity
  for (const { says, t } of wanted) {
    const times = left.get(says)
    const at = times?.findIndex((other) => Math.abs(other - t) <= SAME_TIME) ?? -1
    if (at < 0) least = Math.min(least, t)
    else times!.splice(at, 1)
  }
  for (const times of left.values()) for (const t of times) least = Math.min(least, t)
  return least === Infinity ? undefined : least
}

function playedBack(
  { show, seed, walks, player }: Lived,
  points: WalkPoint[],
  start: number,
  end: number,
  went = false,
): readonly RunEvent[] {
  const all = walksOf(show, walks)
  const back: Walk[] = all.map((walk, i) => (i === player ? { ...walk, start, points, went } : walk))
  return eventsOf(run(show, back, { seed, once: true, length: end }))
}

/** The samples with one wherever hands are taken, given back or slowed, and two wherever somebody is put elsewhere. */
function withTurns({ run: life, player, lived = player }: Lived, samples: readonly Sample[]): Sample[] {
  const [first, last] = [samples[0].t, samples[samples.length - 1].t]
  const path = life.paths[lived]
  const at = (t: number): Point => positionAt(path, t)
  const yawAt = (t: number) => samples[Math.max(0, samples.findIndex((each) => each.t > t) - 1)].yaw
  const learnt = [...samples]
  const turns: Sample[] = life.channels.locks[lived]
    .filter(({ t }) => t > first && t < last)
    .map(({ t }) => ({ t, at: at(t), yaw: yawAt(t), stays: true }))
  for (const event of eventsOf(life)) {
    if (event.kind !== 'move' || event.player !== life.walks[lived] || event.t <= first || event.t >= last) continue
    const { t, from, to } = event
    turns.push({ t, at: from, yaw: yawAt(t), stays: true }, { t, at: to, yaw: yawAt(t + NO_TIME), put: true })
    // What was told then was told by somebody who hadn't learnt of it yet.
    const unaware = samples.findIndex((each) => each.t >= t)
    learnt[unaware] = { ...learnt[unaware], at: to }
  }
  const all = [...learnt, ...turns].map((sample, i) => ({ sample, i }))
  return all.sort((a, b) => a.sample.t - b.sample.t || a.i - b.i).map(({ sample }) => sample)
}

/**
 * Points whose paces and pauses bring somebody from sample to sample in time, where hands are taken and slowed as they were. `went`:
 * whatever the show does, and where they were put elsewhere they jump.
 */
function pointsOf({ run: life, player, lived = player }: Lived, samples: readonly Sample[], went = false): WalkPoint[] {
  const changes = went ? [] : life.channels.locks[lived]
  /** The time that passes for a walk between two times: none while it may not go. */
  const passes = (from: number, to: number): number => {
    let sum = 0
    let [t, taken] = [from, isTaken(from)]
    for (const change of changes) {
      if (change.t <= from || change.t >= to) continue
      if (!taken) sum += change.t - t
      ;[t, taken] = [change.t, change.locks.includes('walk')]
    }
    return taken ? sum : sum + to - t
  }
  const isTaken = (t: number) => changes.findLast((change) => change.t <= t)?.locks.includes('walk') ?? false
  const paceAt = (t: number) => changes.findLast((change) => change.t <= t)?.pace ?? 1
  const points: WalkPoint[] = []
  samples.forEach((sample, i) => {
    const before = samples[i - 1]
    const point = points[points.length - 1]
    const seconds = before ? passes(before.t, sample.t) : 0
    // As the points have it, whose places are rounded: else each leg would be a little early or late, and all of them by a lot.
    const way = point ? wayBetween(point, pointOf(sample)) : Infinity
    if (before && !sample.put) {
      if (way < NO_WAY) point.pause += seconds
      else point.pace = way / Math.max(NO_TIME, seconds) / paceAt(before.t)
    }
    if (sample.put) point.pause += went ? seconds : SLACK
    const isSame = before && way < NO_WAY && !sample.put && sample.yaw === before.yaw && sample.key === undefined
    if (isSame) return
    const put = sample.put === true
    points.push({ ...pointOf(sample), arrive: put && !went, jump: put && went })
  })
  return points
}

/** How often a walk that goes by itself is looked at for which way it faces (s). */
const LOOKED_AT = 0.05

/** The way that a walk of a run went by itself up to a time, as samples: where its pieces begin and end, which way it faced, what it pressed. */
export function samplesOf(show: Show, life: Run, player: number, until: number): Sample[] {
  const walk = life.walks[player]
  const start = life.paths[player][0].t
  const times = new Set<number>([start, until])
  let t = start
  for (const { seconds } of walkedPieces({ ...life, length: until }, player)) {
    t += Math.min(seconds, until - t)
    if (t < until) times.add(t)
  }
  for (let n = 1; start + n * LOOKED_AT < until; n++) times.add(start + n * LOOKED_AT)
  const presses = eventsOf(life).filter((event) => event.kind === 'press' && event.player === walk && event.t < until)
  const samples = [...times].sort((a, b) => a - b).map((at): Sample => ({ t: at, at: positionAt(life.paths[player], at), yaw: facingAt(show, life, player, at) })) // prettier-ignore
  for (const press of presses)
    samples.push({ t: press.t, at: positionAt(life.paths[player], press.t), yaw: facingAt(show, life, player, press.t), key: ('key' in press && press.key) || 'E' }) // prettier-ignore
  return samples.sort((a, b) => a.t - b.t)
}
