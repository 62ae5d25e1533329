import type { Show, Walk } from '../show/types'
import { createAgenda, SAME_TIME } from './agenda'
import { appear, enter, leave, LOCKED_IN } from './bodies'
import type { Pose } from './camera'
import { channelAt as valueOfChannel, type ChannelHistory } from './channels'
import { compile, type Compiled } from './compile'
import { createEdgeFinder, type Edge, type EdgeFinder } from './edges'
import type { RunEvent, RunLog } from './events'
import { createGazes } from './gazes'
import { loopIn } from './loops'
import { createMobileFinder, type MobileFinder } from './mobile'
import { hear } from './moments'
import { cut, endsByItself } from './playings'
import type { Value } from './ramps'
import { ownEyes } from './steps/player'
import { flungProps, type FlightRecord } from './flights'
import { hasPhysics, loadPhysics } from './physics'
import { createPropBody, createWalker, facingAt, positionAt, type PathPart } from './walker'
import type { Audible, World } from './world'

export interface RunOptions {
  seed: number
  /** Ends the run at this time (s) instead of when everything has come to its end. */
  length?: number
  /** Flings are logged but nothing flies: for counting, where nobody notices props. */
  withoutFlights?: boolean
}

/** One play-through: its log, and as plain data what tells the state at any time. */
export interface Run {
  seed: number
  length: number
  walks: string[]
  events: RunEvent[]
  paths: PathPart[][]
  channels: ChannelHistory
  audible: Audible[]
  flights: FlightRecord[]
}

const MOST_AT_ONCE = 10_000
const MOST_IN_ALL = 1_000_000
/** A run goes on for this long after the last walk's end, at the most (s). */
const AFTERWARDS = 30

/** A run that can't be: a loop, a walk the show doesn't have. */
export class RunError extends Error {
  override name = 'RunError'
}

const compiledShows = new WeakMap<Show, Compiled>()
export function compiledOf(show: Show): Compiled {
  let compiled = compiledShows.get(show)
  if (!compiled) compiledShows.set(show, (compiled = compile(show)))
  return compiled
}

/** Loads what a show needs before it is run: the physics, if it has a fling. */
export async function prepare(show: Show): Promise<void> {
  if (flungProps(show).length > 0) await loadPhysics()
}
/** Whether a show can be run now, without preparing it first. */
export const isPrepared = (show: Show): boolean => hasPhysics() || flungProps(show).length === 0

/** The walks of a show by their ids. @throws RunError that names one it doesn't have */
export function walksOf(show: Show, ids: readonly string[]): Walk[] {
  const walks = ids.map((id) => {
    const walk = show.walks.find((w) => w.id === id)
    if (!walk)
      throw new RunError(
        `The show has no walk "${id}"; it has ${show.walks.map((w) => `"${w.id}"`).join(', ') || 'none'}`,
      )
    return walk
  })
  const twice = ids.find((id, index) => ids.indexOf(id) < index)
  if (twice !== undefined) throw new RunError(`The walk "${twice}" is given twice`)
  return walks
}

/**
 * Plays a show through with walks and a seed.
 * Times are exact: nothing is sampled, and the same input gives the same run on every machine.
 * @throws RunError on a loop without end; Error if the show was not prepared
 */
export function run(show: Show, walks: readonly Walk[], options: RunOptions): Run {
  if (walks.length === 0) throw new RunError('A run needs at least one walk')
  const world = createWorld(compiledOf(show), walks, options.seed)
  world.flies = !options.withoutFlights
  const length = play(world, options.length)
  return {
    seed: options.seed,
    length,
    walks: walks.map((walk) => walk.id),
    events: world.log,
    paths: world.walkers.map((walker) => walker.path),
    channels: historyOf(world),
    audible: world.audible,
    flights: world.flights,
  }
}

function createWorld(compiled: Compiled, walks: readonly Walk[], seed: number): World {
  const { show } = compiled
  const walkers = walks.map((walk, index) => createWalker(show, walk, index, compiled.zones.length))
  const props = flungProps(show).map((prop, index) =>
    createPropBody(show, prop, walkers.length + index, compiled.zones.length),
  )
  const log: RunEvent[] = []
  let time = -1
  let atOnce = 0
  const emit = (event: RunEvent) => {
    if (event.t !== time) {
      time = event.t
      atOnce = 0
    }
    log.push(event)
    if (++atOnce > MOST_AT_ONCE || log.length > MOST_IN_ALL)
      throw new RunError(loopIn(show, log, atOnce > MOST_AT_ONCE))
  }
  return {
    compiled,
    seed,
    now: 0,
    agenda: createAgenda(),
    log,
    emit,
    walkers,
    bodies: [...walkers, ...props],
    players: walkers.filter((walker) => walker.player),
    enabled: Uint8Array.from(compiled.zones, ({ zone }) => (zone.enabled ? 1 : 0)),
    flags: new Map(show.flags.map((flag) => [flag.id, flag.start])),
    memories: [],
    moments: [],
    pools: new Map(),
    playings: [],
    nextPlaying: 1,
    signalsUnderWay: 0,
    tracks: new Map(),
    fades: walks.map(() => []),
    cameras: walks.map(() => []),
    locks: walks.map(() => []),
    abouts: {},
    audible: [],
    flies: true,
    flights: [],
    landed: new Map(),
    stale: new Set(),
    changed: true,
    shifted: true,
    toggled: () => {},
    checkLockedIn: () => {},
  }
}

function play(world: World, length: number | undefined): number {
  const { walkers, bodies, agenda, compiled } = world
  const finders = bodies.map((walker) => createEdgeFinder(compiled, walker, world.enabled))
  world.toggled = (walker, zone) => {
    world.changed = true
    if (zone.mobile) world.shifted = true
    else finders[walker.index].toggled(zone, world.now)
  }
  let lockedIn = false
  world.checkLockedIn = () => {
    const on = walkers.filter((walker) => !walker.ended)
    lockedIn = on.length > 0 && on.every((walker) => world.now - walker.lockedSince >= LOCKED_IN - SAME_TIME)
  }
  for (const walker of walkers) agenda.put(walker.walk.start, () => appear(world, walker))
  for (const rule of compiled.clocks)
    agenda.put((rule.rule.on as { seconds: number }).seconds, () => hear(world, rule, undefined))
  finders.forEach((finder) => finder.refresh(0))

  const gazes = walkers.map((walker) => createGazes(world, walker)).filter((g) => g !== undefined)
  const mobile = createMobileFinder(world)
  const nextEdge = () => {
    let least = mobile?.next() ?? Infinity
    for (const gaze of gazes) least = Math.min(least, gaze.next())
    for (const finder of finders) least = Math.min(least, finder.next())
    return least
  }
  let latest = Infinity
  for (;;) {
    const next = Math.min(agenda.next(), nextEdge())
    if (next === Infinity || (length !== undefined ? next > length + SAME_TIME : next > latest)) break
    world.now = next
    agenda.flush(next)
    settleStale(world, finders)
    refreshMobile(world, mobile)
    takeEdges(world, finders, mobile)
    settleStale(world, finders)
    refreshMobile(world, mobile)
    if (world.changed || gazes.some((gaze) => gaze.next() <= next + SAME_TIME))
      for (const gaze of gazes) gaze.turn(next)
    world.changed = false
    if (lockedIn) break
    if (agenda.next() <= next + SAME_TIME || nextEdge() <= next + SAME_TIME) continue
    if (latest === Infinity && walkers.every((walker) => walker.ended)) latest = next + AFTERWARDS
    if (length === undefined && latest < Infinity && isQuiet(world)) {
      latest = next
      break
    }
  }
  const end = lockedIn ? world.now : (length ?? (latest < Infinity ? latest : world.now))
  world.now = end
  if (lockedIn)
    for (const walker of walkers)
      if (!walker.ended) world.emit({ t: end, kind: 'walkEnd', player: walker.walk.id, locked: true })
  for (const playing of [...world.playings]) if (playing.phase === 'on') cut(world, playing, 'run over')
  return end
}

const isQuiet = (world: World): boolean => world.signalsUnderWay === 0 && !world.playings.some(endsByItself)

/** Looks again where a route or a zone has changed. */
function settleStale(world: World, finders: EdgeFinder[]): void {
  if (world.stale.size === 0) return
  for (const walker of world.stale) finders[walker.index].refresh(world.now)
  world.stale.clear()
  world.changed = world.shifted = true
}

function refreshMobile(world: World, mobile: MobileFinder | undefined): void {
  if (world.shifted) mobile?.refresh(world.now)
  world.shifted = false
}

function takeEdges(world: World, finders: EdgeFinder[], mobile: MobileFinder | undefined): void {
  const edges: Edge[] = mobile?.take(world.now) ?? []
  for (const finder of finders) if (finder.next() <= world.now + SAME_TIME) edges.push(...finder.take(world.now))
  if (edges.length === 0) return
  if (edges.length > 1)
    edges.sort(
      (a, b) => Number(b.leave) - Number(a.leave) || a.zone.index - b.zone.index || a.walker.index - b.walker.index,
    )
  for (let i = 0; i < edges.length;) {
    const { zone, leave: leaves } = edges[i]
    const walkers = []
    for (; i < edges.length && edges[i].zone === zone && edges[i].leave === leaves; i++) walkers.push(edges[i].walker)
    if (leaves) leave(world, zone, walkers)
    else enter(world, zone, walkers)
  }
}

function historyOf(world: World): ChannelHistory {
  const fields: ChannelHistory['fields'] = {}
  for (const [channel, tracks] of world.tracks)
    fields[channel] = Object.fromEntries(
      Object.entries(tracks).map(([name, { colour, segments }]) => [name, { colour, segments }]),
    )
  return { fields, fades: world.fades, cameras: world.cameras, locks: world.locks, abouts: world.abouts }
}

/** The log as it is written to a file. */
export function logOf(show: Show, run: Run): RunLog {
  const { seed, length, walks, events } = run
  return { format: 'esvik-run', version: 1, show: show.title, walks, seed, length, events }
}

/** A channel's fields at a time; `player` is the place of a walk in the run. */
export function channelAt(
  show: Show,
  run: Run,
  channel: string,
  t: number,
  player: number,
): { [field: string]: Value } {
  const path = run.paths[player]
  const eyes = (): Pose => ownEyes(show, path, t)
  return valueOfChannel(show, run.channels, channel, t, player, eyes)
}

export { positionAt, facingAt }
