import { SAME_TIME } from './agenda'
import { appear, enter, leave } from './bodies'
import type { RuleInstance } from './compile'
import { EdgeFinder, Edges } from './edges'
import { createGazes, type Gazes } from './gazes'
import { createMobileFinder } from './mobile'
import { hear } from './moments'
import { cut, endsByItself } from './playings'
import type { Walker } from './walker'
import type { World } from './world'
import * as write from './write'

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
  lookAgain(walker: Walker, from: number): void
  /** Ends the run, at its length if it has one: what is on is over. */
  finish(length?: number): void
}

export function createClockwork(world: World): Clockwork {
  const { walkers, bodies, agenda, compiled } = world
  const edges = new Edges(compiled.zones, bodies)
  let latest = Infinity
  let over = false
  /** Whether something has happened at the time that is now, and what that means for the end is still to be asked. */
  let happened = false
  world.finders = bodies.map((walker) => new EdgeFinder(world, walker))
  world.mobile = createMobileFinder(world)
  const { finders, mobile } = world
  const gazes: Gazes[] = walkers.map((walker) => createGazes(world, walker)).filter((g) => g !== undefined)
  /** When the next edge of each body is due, and after those the next look of each. */
  const due = new Float64Array(finders.length + gazes.length).fill(Infinity)

  for (const walker of walkers) if (!walker.fed) agenda.put(walker.walk.start, appear, walker)
  for (const rule of compiled.clocks) agenda.put((rule.rule.on as { seconds: number }).seconds, strikes, rule)
  for (const finder of finders) finder.refresh(0)

  /** The time at which something is due next. */
  function next(): number {
    if (world.edgesChanged) {
      for (let i = 0; i < finders.length; i++) if (finders[i].changed) due[i] = finders[i].next()
      world.edgesChanged = false
    }
    let least = Math.min(agenda.next(), mobile === undefined ? Infinity : mobile.next())
    for (let i = 0; i < due.length; i++) if (due[i] < least) least = due[i]
    return least
  }

  /** Looks again where a route, a zone or a motion has changed. */
  function settle(from = world.now): void {
    if (world.stale.size > 0) {
      for (const walker of world.stale) {
        finders[walker.index].refresh(from)
        mobile?.turned(walker)
      }
      world.stale.clear()
      world.changed = true
    }
    mobile?.refresh(from)
  }

  function takeEdges(): void {
    const { now } = world
    edges.clear()
    mobile?.take(now, edges)
    for (let i = 0; i < finders.length; i++)
      if (due[i] <= now + SAME_TIME || finders[i].changed) finders[i].take(now, edges)
    if (edges.count === 0) return
    edges.sort()
    for (let i = 0; i < edges.count;) {
      const zone = edges.zone(i)
      const leaves = edges.isLeave(i)
      const who = [edges.walker(i)]
      for (i++; i < edges.count && edges.zone(i) === zone && edges.isLeave(i) === leaves; i++) who.push(edges.walker(i))
      if (leaves) leave(world, zone, who)
      else enter(world, zone, who)
    }
  }

  function isGazeDue(): boolean {
    for (let i = finders.length; i < due.length; i++) if (due[i] <= world.now + SAME_TIME) return true
    return false
  }

  function turnGazes(): void {
    for (let i = 0; i < gazes.length; i++) due[finders.length + i] = gazes[i].turn(world.now)
    world.changed = false
  }

  /** Everything that belongs to one time. */
  function live(now: number): void {
    world.now = now
    agenda.flush(now, world)
    settle()
    takeEdges()
    settle()
    if (world.changed || isGazeDue()) turnGazes()
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
      world.stale.add(walker)
      settle(Math.max(world.now, from))
      turnGazes()
    },
    finish(length) {
      if (!world.lockedIn) world.now = length ?? (latest < Infinity ? latest : world.now)
      for (const walker of walkers) if (world.lockedIn && !walker.ended) write.walkEnd(world, walker, true)
      for (const playing of [...world.playings]) if (playing.phase === 'on') cut(world, playing, 'run over')
    },
  }
}

const strikes = (world: World, rule: RuleInstance): void => hear(world, rule, undefined)

function allEnded(walkers: readonly Walker[]): boolean {
  for (const walker of walkers) if (!walker.ended) return false
  return true
}

const isQuiet = (world: World): boolean => world.signalsUnderWay === 0 && !world.playings.some(endsByItself)
