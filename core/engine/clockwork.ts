import { SAME_TIME } from './agenda'
import { appear, enter, leave } from './bodies'
import { createEdgeFinder, type Edge } from './edges'
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
  /** A walker's way has been told further: looks again from now on. */
  lookAgain(walker: Walker): void
  /** Ends the run, at its length if it has one: what is on is over. */
  finish(length?: number): void
}

export function createClockwork(world: World): Clockwork {
  const { walkers, bodies, agenda, compiled } = world
  const edges: Edge[] = []
  let latest = Infinity
  let over = false
  world.finders = bodies.map((walker) => createEdgeFinder(compiled, walker, world.enabled))
  world.mobile = createMobileFinder(world)
  const { finders, mobile } = world
  const gazes: Gazes[] = walkers.map((walker) => createGazes(world, walker)).filter((g) => g !== undefined)

  for (const walker of walkers) if (!walker.fed) agenda.put(walker.walk.start, () => appear(world, walker))
  for (const rule of compiled.clocks)
    agenda.put((rule.rule.on as { seconds: number }).seconds, () => hear(world, rule, undefined))
  for (const finder of finders) finder.refresh(0)

  function nextGaze(): number {
    let least = Infinity
    for (let i = 0; i < gazes.length; i++) least = Math.min(least, gazes[i].next())
    return least
  }
  function nextEdge(): number {
    let least = mobile ? mobile.next() : Infinity
    for (let i = 0; i < finders.length; i++) least = Math.min(least, finders[i].next())
    return least
  }

  /** Looks again where a route, a zone or a motion has changed. */
  function settle(): void {
    if (world.stale.size > 0) {
      for (const walker of world.stale) {
        finders[walker.index].refresh(world.now)
        mobile?.turned(walker)
      }
      world.stale.clear()
      world.changed = true
    }
    mobile?.refresh(world.now)
  }

  function takeEdges(): void {
    const { now } = world
    edges.length = 0
    mobile?.take(now, edges)
    for (let i = 0; i < finders.length; i++) if (finders[i].next() <= now + SAME_TIME) finders[i].take(now, edges)
    if (edges.length === 0) return
    if (edges.length > 1) edges.sort(inOrder)
    for (let i = 0; i < edges.length;) {
      const { zone, leave: leaves } = edges[i]
      const who = []
      for (; i < edges.length && edges[i].zone === zone && edges[i].leave === leaves; i++) who.push(edges[i].walker)
      if (leaves) leave(world, zone, who)
      else enter(world, zone, who)
    }
  }

  function turnGazes(): void {
    for (let i = 0; i < gazes.length; i++) gazes[i].turn(world.now)
    world.changed = false
  }

  /** Everything that belongs to one time. */
  function live(now: number): void {
    world.now = now
    agenda.flush(now)
    settle()
    takeEdges()
    settle()
    if (world.changed || nextGaze() <= now + SAME_TIME) turnGazes()
  }

  return {
    advance(until, length) {
      while (!over) {
        const next = Math.min(agenda.next(), nextEdge(), nextGaze())
        if (next === Infinity || next > (length === undefined ? latest : length + SAME_TIME)) return false
        if (next > until) return true
        live(next)
        over = world.lockedIn
        if (over || Math.min(agenda.next(), nextEdge(), nextGaze()) <= next + SAME_TIME) continue
        if (latest === Infinity && walkers.every((walker) => walker.ended)) latest = next + AFTERWARDS
        if (length === undefined && latest < Infinity && isQuiet(world)) {
          latest = next
          over = true
        }
      }
      return false
    },
    lookAgain(walker) {
      world.stale.add(walker)
      settle()
      turnGazes()
    },
    finish(length) {
      if (!world.lockedIn) world.now = length ?? (latest < Infinity ? latest : world.now)
      for (const walker of walkers) if (world.lockedIn && !walker.ended) write.walkEnd(world, walker, true)
      for (const playing of [...world.playings]) if (playing.phase === 'on') cut(world, playing, 'run over')
    },
  }
}

const inOrder = (a: Edge, b: Edge): number =>
  Number(b.leave) - Number(a.leave) || a.zone.index - b.zone.index || a.walker.index - b.walker.index

const isQuiet = (world: World): boolean => world.signalsUnderWay === 0 && !world.playings.some(endsByItself)
