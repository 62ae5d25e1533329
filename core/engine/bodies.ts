import type { Lock, Point } from '../show/types'
import { touches } from '../space'
import { NO_ENTRY, SAME_TIME } from './agenda'
import type { CompiledZone, RuleInstance } from './compile'
import { mayTouch, SHORTEST } from './contacts'
import { takeOut } from './lists'
import { facingNow, solidAt } from './motion'
import { awaitDwell, hear, press } from './moments'
import { cut, release } from './playings'
import { partNow, positionAt, putFed, reroute, runTime, turnPage, type Intent, type Walker } from './walker'
import type { Playing, World } from './world'
import * as write from './write'

/** When every walk that has not ended has been walk-locked for this long, the run is over (s). */
export const LOCKED_IN = 60

/** Edges of one zone at one time, of bodies in walk order. `quiet`: no rule hears it. */
export function enter(world: World, zone: CompiledZone, walkers: readonly Walker[], quiet = false): void {
  for (const walker of walkers) {
    walker.inside[zone.index] = 1
    walker.insideOf++
    walker.visit[zone.index]++
    toggled(world, walker, zone)
    write.enter(world, walker, zone, quiet)
    releaseOf(world, zone, walker, true)
    awaitDwell(world, walker, zone)
  }
  if (!quiet) hearEdge(world, zone.hears.enter, walkers)
}

export function leave(world: World, zone: CompiledZone, walkers: readonly Walker[]): void {
  for (const walker of walkers) {
    walker.inside[zone.index] = 0
    walker.insideOf--
    walker.visit[zone.index]++
    toggled(world, walker, zone)
    write.leave(world, walker, zone)
    releaseOf(world, zone, walker, false)
  }
  hearEdge(world, zone.hears.leave, walkers)
}

/** What comes next for that body and zone must be looked up again. */
function toggled(world: World, walker: Walker, zone: CompiledZone): void {
  if (zone.hears.look) world.changed = true
  if (world.roams[zone.index] === 1) world.mobile!.toggled(walker, zone)
  else world.finders[walker.index].toggled(zone, world.now)
}

function hearEdge(world: World, rules: readonly RuleInstance[], walkers: readonly Walker[]): void {
  for (const rule of rules) for (const walker of walkers) hear(world, rule, walker)
}

/** A leave releases what the zone's rules play for that body; what a leave rule plays is released by entering again. */
function releaseOf(world: World, zone: CompiledZone, walker: Walker, entering: boolean): void {
  if (zone.rules.length === 0) return
  const its: Playing[] = []
  for (const playing of world.playings) {
    const { rule, body } = playing
    if (body === walker && rule.zone === zone && (rule.at === 'leave') === entering) its.push(playing)
  }
  for (const playing of its) {
    const { onLeave } = playing.rule.rule
    if (onLeave === 'release') release(world, playing)
    else if (onLeave === 'stop') cut(world, playing, 'stopped')
  }
}

/** Switches a zone: presences end or begin within this entry. */
export function setZone(world: World, zone: CompiledZone, enabled: boolean): void {
  const was = world.enabled[zone.index] === 1
  write.zone(world, zone, enabled)
  if (was === enabled) return
  const here = world.bodies.filter((walker) => walker.present)
  here.forEach((walker) => world.stale.add(walker))
  if (enabled) {
    world.enabled[zone.index] = 1
    enter(
      world,
      zone,
      here.filter((walker) => touchesNow(world, zone, walker, 0)),
    )
  } else {
    // The leave is heard as if the zone were still on.
    leave(
      world,
      zone,
      here.filter((walker) => walker.inside[zone.index] === 1),
    )
    world.enabled[zone.index] = 0
  }
}

function touchesNow(world: World, zone: CompiledZone, walker: Walker, rim: number, t = world.now): boolean {
  const at = positionAt(walker.path, t)
  if (world.roams[zone.index] === 0 && !mayTouch(world.compiled.layout, walker, zone.index, at)) return false
  return touches(solidAt(world, zone, t), rim, walker.cylinders[zone.geometry.notices], at)
}

/** Whether a body touches a zone now, and not only for a moment too short for a presence. */
function staysInTouch(world: World, zone: CompiledZone, walker: Walker): boolean {
  return touchesNow(world, zone, walker, 0) && touchesNow(world, zone, walker, 0, world.now + SHORTEST)
}

/** Puts bodies at a mark; all leaves first, then enters. */
export function moveBodies(world: World, walkers: readonly Walker[], at: Point, yaw: number, quiet: boolean): void {
  for (const walker of walkers) put(world, walker, at, yaw)
  const { zones } = world.compiled
  const edges = (which: (zone: CompiledZone, walker: Walker) => boolean) =>
    zones.flatMap((zone) => {
      const who = walkers.filter((walker) => which(zone, walker))
      return who.length > 0 ? [{ zone, who }] : []
    })
  const left = edges(
    (zone, walker) => walker.inside[zone.index] === 1 && !touchesNow(world, zone, walker, zone.geometry.rim),
  )
  for (const { zone, who } of left) leave(world, zone, who)
  for (const walker of walkers) {
    world.finders[walker.index].placed()
    world.mobile?.placed(walker)
  }
  const entered = edges(
    (zone, walker) =>
      world.enabled[zone.index] === 1 && walker.inside[zone.index] === 0 && staysInTouch(world, zone, walker),
  )
  for (const { zone, who } of entered) enter(world, zone, who, quiet)
}

function put(world: World, walker: Walker, at: Point, yaw: number): void {
  const from = positionAt(walker.path, world.now)
  const held = walker.locks.look > 0 ? yaw : undefined
  dropIntents(world, walker)
  const goesOn = walker.fed
    ? putFed(walker, world.now, at, yaw, held)
    : reroute(world.compiled.show, walker, world.now, at, yaw, walker.locks.walk === 0, held)
  world.stale.add(walker)
  write.move(world, walker, from, at)
  if (goesOn) intend(world, walker)
}

/** Puts on the agenda what a walker intends: reaching its points, its presses and its end. */
export function intend(world: World, walker: Walker): void {
  const { reaches } = partNow(walker).route
  for (let point = 0; point < reaches.length; point++)
    if (reaches[point].pressAt !== undefined || point === reaches.length - 1)
      intent(world, walker, reaches[point].time, arrive, point)
}

/** A walker reaches a point of its route: it means to press there, or has come to its end. */
function arrive(world: World, walker: Walker, point: number): void {
  const { reaches, end } = partNow(walker).route
  const { pressAt } = reaches[point]
  if (pressAt !== undefined) intent(world, walker, pressAt, press)
  if (point === reaches.length - 1) intent(world, walker, end, finishWalk)
}

export function finishWalk(world: World, walker: Walker): void {
  walker.ended = true
  write.walkEnd(world, walker, false)
  askLockedIn(world)
}

/** A walk starts: its body is there from now. */
export function appear(world: World, walker: Walker): void {
  walker.present = true
  world.stale.add(walker)
  intend(world, walker)
  if (walker.locks.walk > 0 || walker.locks.look > 0) hold(world, walker, facingNow(world, walker))
}

/** Lets the intention stand still, or the facing, as the locks in force say. */
function hold(world: World, walker: Walker, facing: number): void {
  const free = walker.locks.walk === 0
  const part = partNow(walker)
  const held = walker.locks.look === 0 ? undefined : (part.held ?? facing)
  const changes = free !== (walker.lockedSince === Infinity)
  // Who is told where to be heeds the freeze by being told to stand still.
  turnPage(walker, world.now, free || walker.fed, held)
  world.changed = true
  world.finders[walker.index].change()
  world.mobile?.turned(walker)
  if (!changes) return
  walker.lockedSince = free ? Infinity : world.now
  for (const made of walker.intents) {
    world.agenda.drop(made.entry)
    schedule(world, made)
  }
  if (!free) world.agenda.put(world.now + LOCKED_IN, askLockedIn, undefined)
}

/** Whether everybody who has not ended has been held for too long: asked when that may have come true. */
export function askLockedIn(world: World): void {
  const on = world.walkers.filter((walker) => !walker.ended)
  world.lockedIn = on.length > 0 && on.every((walker) => world.now - walker.lockedSince >= LOCKED_IN - SAME_TIME)
}

function intent(world: World, walker: Walker, own: number, act: Intent['act'], point = -1): void {
  const made: Intent = { walker, own, act, point, entry: NO_ENTRY }
  schedule(world, made)
  walker.intents.push(made)
}

function schedule(world: World, made: Intent): void {
  const part = partNow(made.walker)
  const time = part.moving ? Math.max(world.now, runTime(part, made.own)) : Infinity
  made.entry = world.agenda.put(time, carryOut, made)
}

function carryOut(world: World, made: Intent): void {
  takeOut(made.walker.intents, made)
  made.act(world, made.walker, made.point)
}

function dropIntents(world: World, walker: Walker): void {
  for (const { entry } of walker.intents) world.agenda.drop(entry)
  walker.intents = []
}

const inForce = (walker: Walker): Lock[] =>
  (['jump', 'look', 'use', 'walk'] as const).filter((lock) => walker.locks[lock] > 0)

function changeLocks(world: World, walker: Walker, locks: readonly Lock[], by: 1 | -1): void {
  const facing = walker.present ? facingNow(world, walker) : 0
  for (const lock of locks) walker.locks[lock] += by
  if (walker.present) hold(world, walker, facing)
  const set = inForce(walker)
  world.locks[walker.index].push({ t: world.now, locks: set })
  write.locks(world, walker, by > 0, set)
}

/** Takes controls from a player; the log tells the set now in force. */
export const lock = (world: World, walker: Walker, locks: readonly Lock[]): void => changeLocks(world, walker, locks, 1)
export const unlock = (world: World, walker: Walker, locks: readonly Lock[]): void =>
  changeLocks(world, walker, locks, -1)
