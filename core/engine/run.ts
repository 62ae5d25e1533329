import type { Show, Walk } from '../show'
import { createClockwork, type Clockwork } from './clockwork'
import { compiledOf, flungProps } from './compile'
import { hasPhysics, loadPhysics } from './flight'
import { runOf, type Run } from './result'
import { EFFECTS } from './steps'
import { createBody } from './ways'
import { createWorld, leaveForNext, EndlessError, FAULTS, RunError, type World } from './world'
import type { Loop } from './log'

export interface RunOptions {
  seed: number
  /** Ends the run at this time (s) instead of when everything has come to its end. */
  length?: number
  /** Flings are logged but nothing flies: for counting, where nobody notices props. */
  withoutFlights?: boolean
  /** What is thrown flies only where its flight is known already, for which no physics is needed; `lacksFlights` tells whether one wasn't. */
  knownFlights?: boolean
  /**
   * Only what decides when rules fire, for studies of many walkers: no step or sound is logged, channels tell nothing, and props fly only
   * where that can set something off.
   */
  tally?: boolean
  /** These walks will not be run again: nothing that is worked out about them is kept. */
  once?: boolean
}

/** A run that is given no length may not go on for longer (s). */
const LONGEST = 8 * 3600

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
        FAULTS.noSuchWalk(
          id,
          show.walks.map((w) => w.id),
        ),
      )
    return walk
  })
  const twice = ids.find((id, index) => ids.indexOf(id) < index)
  if (twice !== undefined) throw new RunError(FAULTS.walkTwice(twice))
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
  /** Whether something was thrown and didn't fly, since only known flights were asked for. */
  lacksFlights(): boolean
  /** The run, once nothing is to come any more. */
  end(): Run
}

/** The same, a stretch at a time: for runs that are watched and can be given up. @throws Error if the show was not prepared */
export function beginRun(show: Show, walks: readonly Walk[], options: RunOptions): RunUnderWay {
  const { world, clockwork } = beginning(show, walks, options)
  return {
    goOn: (until) => keptOnError(world, () => clockwork.advance(until, options.length)),
    soFar: () => runOf(world),
    lacksFlights: () => world.lacksFlights,
    end() {
      clockwork.finish(options.length)
      const result = runOf(world)
      if (options.tally) forgetTouches(world)
      leaveForNext(world)
      return result
    },
  }
}

/** A run that broke off, with what had happened up to there: nothing is ended in it. */
export class BrokenRun extends RunError {
  readonly run: Run
  /** What it is caught in, if it has no end. */
  readonly loop: Loop | undefined

  constructor({ message }: RunError, run: Run, loop?: Loop) {
    super(message)
    this.run = run
    this.loop = loop
  }
}

/** What goes wrong takes with it the run up to there. */
function keptOnError<T>(world: World, work: () => T): T {
  try {
    return work()
  } catch (error) {
    if (!(error instanceof RunError)) throw error
    throw new BrokenRun(error, runOf(world), error instanceof EndlessError ? error.loop : undefined)
  }
}

/** One walker of many keeps the edges of its routes only, not what its legs touch. */
function forgetTouches({ walkers }: World): void {
  for (const { path } of walkers) for (const { route } of path) for (const leg of route.legs) leg.touches = undefined
}

function beginning(show: Show, walks: readonly Walk[], options: RunOptions): { world: World; clockwork: Clockwork } {
  if (walks.length === 0) throw new RunError(FAULTS.noWalk)
  const compiled = compiledOf(show)
  const world = createWorld(
    compiled,
    walks.map((walk, index) => createBody(show, walk, index, compiled.zones.length, options.once)),
    options.seed,
    EFFECTS,
  )
  world.tally = options.tally === true
  if (options.length === undefined) world.longest = LONGEST
  if (options.knownFlights) world.flies = 'known'
  if (options.withoutFlights || (world.tally && !compiled.flightsMatter)) world.flies = 'nothing'
  return { world, clockwork: createClockwork(world) }
}
