import type { Show, Walk } from '../show/types'
import { Agenda } from './agenda'
import type { Pose } from './camera'
import { channelAt as valueOfChannel, fieldsOf, type ChannelHistory } from './channels'
import { createClockwork, type Clockwork } from './clockwork'
import { compile, type Compiled } from './compile'
import type { RunLog } from './events'
import { flungProps, type FlightRecord } from './flung'
import { eventsOf, type Log } from './log'
import { placesIn } from './gates'
import { loopIn } from './loops'
import { hasPhysics, loadPhysics } from './physics'
import { middleIn } from './poses'
import type { Value } from './ramps'
import { ownEyes } from './steps/player'
import {
  createPropBody,
  createWalker,
  facingAt as facingOfPath,
  positionAt,
  type PathPart,
  type Walker,
} from './walker'
import type { Audible, World } from './world'
import { Draft } from './write'

export interface RunOptions {
  seed: number
  /** Ends the run at this time (s) instead of when everything has come to its end. */
  length?: number
  /** Flings are logged but nothing flies: for counting, where nobody notices props. */
  withoutFlights?: boolean
  /**
   * Only what decides when rules fire, for studies of many walkers: no step or sound is logged, channels tell nothing, and props fly only
   * where that can set something off.
   */
  tally?: boolean
  /** These walks will not be run again: nothing that is worked out about them is kept. */
  once?: boolean
}

/** One play-through: its log, and as plain data what tells the state at any time. */
export interface Run {
  seed: number
  length: number
  walks: string[]
  /** Which of them are players. */
  players: boolean[]
  /** What happened, in columns; `eventsOf` gives the events. */
  log: Log
  paths: PathPart[][]
  channels: ChannelHistory
  audible: Audible[]
  flights: FlightRecord[]
}

/** A run that can't be: a loop, a walk the show doesn't have. */
export class RunError extends Error {
  override name = 'RunError'
  /** The run as far as it had come when it went wrong: nothing is ended in it. */
  run: Run | undefined
}

/** A run that is given no length may not go on for longer (s). */
const LONGEST = 8 * 3600

const compiledShows = new WeakMap<Show, Compiled>()
export function compiledOf(show: Show): Compiled {
  let compiled = compiledShows.get(show)
  if (!compiled) compiledShows.set(show, (compiled = compile(show)))
  return compiled
}

/** Loads what a show needs before it is run: the physics, if it has a fling; for a tally only if that can set something off. */
export async function prepare(show: Show, { tally = false } = {}): Promise<void> {
  if (flungProps(show).length > 0 && (!tally || compiledOf(show).flightsMatter)) await loadPhysics()
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
  const under = beginRun(show, walks, options)
  under.goOn(Infinity)
  return under.end()
}

/** A run under way. */
export interface RunUnderWay {
  /** Goes on to a time (s). Gives whether something is still to come. @throws RunError on a loop without end */
  goOn(until: number): boolean
  /** The run as far as it has come; it can go on. */
  soFar(): Run
  /** The run, once nothing is to come any more. */
  end(): Run
}

/** The same, a stretch at a time: for runs that are watched and can be given up. @throws Error if the show was not prepared */
export function beginRun(show: Show, walks: readonly Walk[], options: RunOptions): RunUnderWay {
  const { world, clockwork } = beginning(show, walks, options)
  return {
    goOn: (until) => keptOnError(world, () => clockwork.advance(until, options.length)),
    soFar: () => runOf(world),
    end() {
      clockwork.finish(options.length)
      const result = runOf(world)
      world.agenda.clear()
      if (options.tally) forgetTouches(world)
      world.compiled.spare = { log: world.log, agenda: world.agenda }
      return result
    },
  }
}

/** What goes wrong takes with it the run up to there. */
function keptOnError<T>(world: World, work: () => T): T {
  try {
    return work()
  } catch (error) {
    if (error instanceof RunError) error.run = runOf(world)
    throw error
  }
}

/** One walker of many keeps the edges of its routes only, not what its legs touch. */
function forgetTouches({ walkers }: World): void {
  for (const { path } of walkers) for (const { route } of path) for (const leg of route.legs) leg.touches = undefined
}

function beginning(show: Show, walks: readonly Walk[], options: RunOptions): { world: World; clockwork: Clockwork } {
  if (walks.length === 0) throw new RunError('A run needs at least one walk')
  const compiled = compiledOf(show)
  const world = createWorld(
    compiled,
    walks.map((walk, index) => createWalker(show, walk, index, compiled.zones.length, options.once)),
    options.seed,
  )
  world.tally = options.tally === true
  if (options.length === undefined) world.longest = LONGEST
  world.flies = !options.withoutFlights && !(world.tally && !compiled.flightsMatter)
  return { world, clockwork: createClockwork(world) }
}

/** A run as far as it has come. */
export function runOf(world: World): Run {
  return {
    seed: world.seed,
    length: world.now,
    walks: world.walkers.map((walker) => walker.walk.id),
    players: world.walkers.map((walker) => walker.player),
    log: world.log.log(),
    paths: world.walkers.map((walker) => walker.path),
    channels: {
      fields: fieldsOf(world.tracks),
      fades: world.fades,
      cameras: world.cameras,
      locks: world.locks,
      abouts: Object.fromEntries(world.abouts),
    },
    audible: world.audible,
    flights: world.flights,
  }
}

export function createWorld(compiled: Compiled, walkers: Walker[], seed: number): World {
  const { show } = compiled
  const props = compiled.flung.map((prop, index) =>
    createPropBody(show, prop, walkers.length + index, compiled.zones.length),
  )
  const bodies = [...walkers, ...props]
  const { spare } = compiled
  compiled.spare = undefined
  const log = spare?.log ?? new Draft(compiled.legend)
  log.begin(bodies, walkers.length)
  return {
    compiled,
    seed,
    now: 0,
    agenda: spare?.agenda ?? new Agenda(),
    log,
    goesRound(how) {
      throw new RunError(loopIn(show, log.log(), how))
    },
    longest: Infinity,
    walkers,
    bodies,
    players: walkers.filter((walker) => walker.player),
    everyone: undefined,
    enabled: compiled.enabled.slice(),
    flags: new Map(show.flags.map((flag) => [flag.id, flag.start])),
    memories: new Array(compiled.rules.length * placesIn(bodies.length)),
    ruleKeys: [],
    moments: new Array(compiled.rules.length * placesIn(bodies.length)),
    pools: new Map(),
    playings: [],
    nextPlaying: 1,
    signalsUnderWay: 0,
    tracks: new Array(compiled.channels * (walkers.length + 1)),
    fades: walkers.map(() => []),
    cameras: walkers.map(() => []),
    locks: walkers.map(() => []),
    abouts: new Map(),
    audible: [],
    setGoing: new Map(),
    flies: true,
    tally: false,
    flights: [],
    roams: new Uint8Array(compiled.zones.length),
    stale: new Set(),
    changed: true,
    finders: [],
    edgesChanged: true,
    mobile: undefined,
    lockedIn: false,
  }
}

/** The log as it is written to a file. */
export function logOf(show: Show, run: Run): RunLog {
  const { seed, length, walks } = run
  return { format: 'esvik-run', version: 1, show: show.title, walks, seed, length, events: eventsOf(run) }
}

/** A channel's fields at a time; `player` is the place of a walk in the run. */
export function channelAt(
  show: Show,
  run: Run,
  channel: string,
  t: number,
  player: number,
): { [field: string]: Value } {
  const eyes = (): Pose => ownEyes(show, run.paths[player], t, facingAt(show, run, player, t))
  return valueOfChannel(show, run.channels, channel, t, player, eyes)
}

/** Which way a walk's body faces at a time of the run (degrees). */
export const facingAt = (show: Show, run: Run, player: number, t: number): number =>
  facingOfPath(run.paths[player], t, (prop, at) => middleIn(show, run, prop, at))

export { positionAt }
