import { SAME_TIME } from '../base'
import type { RuleInstance } from './compile'
import { EdgeWatch } from './edges'
import {
  appear,
  awaitLook,
  createLooks,
  cut,
  endsByItself,
  enter,
  hear,
  hearEnd,
  leave,
  type BegunLook,
  type Looks,
} from './play'
import type { Body } from './ways'
import { logWalkEnd, type World } from './world'

/** A run goes on for this long after the last walk's end, at the most (s). */
const AFTERWARDS = 30

/** What takes a world from one event to the next. */
export interface Clockwork {
  /**
   * Goes on through everything that is due by a time, or until the run is over by itself.
   * With a `length` it is never over before that. Gives whether something is still to come.
   */
  advance(until: number, length?: number): boolean
  /** A walker's way has been told further: looks again from a time on, until which everything has happened. */
  lookAgain(walker: Body, from: number): void
  /** Ends the run, at its length if it has one: what is on is over. */
  finish(length?: number): void
}

/** The clockwork of a run that begins at 0 s. Source: docs/engine.md, Order. */
export function createClockwork(world: World): Clockwork {
  const { walkers, agenda, compiled } = world
  const watch = new EdgeWatch(world)
  world.watch = watch
  world.ended = hearEnd
  let latest = Infinity
  let over = false
  /** Whether something has happened at the time that is now, and what that means for the end is still to be asked. */
  let happened = false
  const looks: Looks[] = walkers.map((walker) => createLooks(world, walker)).filter((each) => each !== undefined)
  /** The looks that begin at the time that is now. */
  const begun: BegunLook[] = []
  /** When the next look of each is due. */
  const lookDue = new Float64Array(looks.length).fill(Infinity)

  for (const walker of walkers) if (!walker.live) agenda.put(walker.walk.start, appear, walker, walker.index)
  for (const rule of compiled.clocks) agenda.put((rule.rule.on as { seconds: number }).seconds, strikes, rule)

  /** The time at which something is due next. */
  function next(): number {
    let least = Math.min(agenda.next(), watch.next())
    for (let i = 0; i < lookDue.length; i++) if (lookDue[i] < least) least = lookDue[i]
    return least
  }

  function comeAndGo(): void {
    const edges = watch.collect()
    for (let i = 0; i < edges.count;) {
      const zone = edges.zone(i)
      const leaves = edges.isLeave(i)
      const who = [edges.walker(i)]
      for (i++; i < edges.count && edges.zone(i) === zone && edges.isLeave(i) === leaves; i++) who.push(edges.walker(i))
      if (leaves) leave(world, zone, who)
      else enter(world, zone, who)
    }
  }

  function isLookDue(): boolean {
    for (let i = 0; i < lookDue.length; i++) if (lookDue[i] <= world.now + SAME_TIME) return true
    return false
  }

  function turnLooks(): void {
    for (let i = 0; i < looks.length; i++) lookDue[i] = looks[i].turn(world.now, begun)
    // Rules before bodies, as everywhere.
    begun.sort((one, other) => one.order - other.order)
    for (const look of begun) awaitLook(world, look)
    begun.length = 0
  }

  /** Everything that belongs to one time. */
  function live(now: number): void {
    world.now = now
    agenda.flush(now, world)
    watch.settle(now)
    comeAndGo()
    watch.settle(now)
    if (watch.haveLooksChanged() || isLookDue()) turnLooks()
    happened = true
  }

  /** What belonged to the time that was now has happened: whether the run ends with it. */
  function askForEnd(length: number | undefined): void {
    happened = false
    if (world.lockedIn) {
      over = true
      return
    }
    if (latest === Infinity && allEnded(walkers)) latest = world.now + AFTERWARDS
    if (length !== undefined || latest === Infinity || !isQuiet(world)) return
    latest = world.now
    over = true
  }

  return {
    advance(until, length) {
      while (!over) {
        const time = next()
        if (happened && time > world.now + SAME_TIME) askForEnd(length)
        if (over || time === Infinity || time > (length === undefined ? latest : length + SAME_TIME)) return false
        if (time > until) return true
        if (time > world.longest) world.goesRound('long')
        live(time)
      }
      return false
    },
    lookAgain(walker, from) {
      watch.rerouted(walker)
      watch.settle(Math.max(world.now, from))
      watch.haveLooksChanged()
      turnLooks()
    },
    finish(length) {
      if (!world.lockedIn) world.now = length ?? (latest < Infinity ? latest : world.now)
      for (const walker of walkers) if (world.lockedIn && !walker.ended) logWalkEnd(world, walker, true)
      for (const playing of [...world.playings]) if (playing.phase === 'on') cut(world, playing, 'run over')
    },
  }
}

const strikes = (world: World, rule: RuleInstance): void => hear(world, rule, undefined)

function allEnded(walkers: readonly Body[]): boolean {
  for (const walker of walkers) if (!walker.ended) return false
  return true
}

const isQuiet = (world: World): boolean => world.signalsUnderWay === 0 && !world.playings.some(endsByItself)
