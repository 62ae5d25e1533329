import { takeOut } from '../../base'
import type { Lock } from '../../show'
import { atPace, drawnOf, ownTime, paceOf, partNow, turnPage, type Body } from '../ways'
import { facingNow, logLocks, type World } from '../world'
import { carryIntentsOver, schedule } from './intents'
import { askLockedIn, LOCKED_IN } from './locked-in'

const inForce = (walker: Body): Lock[] =>
  (['jump', 'look', 'use', 'walk'] as const).filter((lock) => walker.locks[lock] > 0)

/** Lets the intention stand still, or the facing, as the locks in force say. */
export function hold(world: World, walker: Body, facing: number): void {
  if (walker.walk.went) return
  const free = walker.locks.walk === 0
  const part = partNow(walker)
  const held = walker.locks.look === 0 ? undefined : (part.held ?? facing)
  const changes = free !== (walker.lockedSince === Infinity)
  // Who is told where to be heeds the freeze by being told to stand still.
  turnPage(walker, world.now, free || walker.live, held)
  world.watch.turned(walker)
  if (!changes) return
  walker.lockedSince = free ? Infinity : world.now
  for (const made of walker.intents) {
    world.agenda.drop(made.entry)
    schedule(world, made)
  }
  if (!free) world.agenda.put(world.now + LOCKED_IN, askLockedIn, undefined)
}
/** Lets a body go on at the pace that is left to it, if that isn't the one at which it goes. */
export function goAtPace(world: World, walker: Body): void {
  const pace = paceOf(walker)
  const part = partNow(walker)
  // Who is told where to be heeds it by being told.
  if (walker.live || walker.walk.went || pace === (part.route.origin?.pace ?? 1)) return
  const before = Math.max(0, ownTime(part, world.now))
  const { route, own } = drawnOf(part.route, before)
  const { moving, held } = part
  const t = Math.max(world.now, part.t)
  walker.path.push(
    pace === 1 ? { t, own, moving, route, held } : { t, own: 0, moving, route: atPace(route, own, pace), held },
  )
  carryIntentsOver(world, walker, before)
  world.watch.rerouted(walker)
}

function changeLocks(world: World, walker: Body, locks: readonly Lock[], by: 1 | -1): void {
  const facing = walker.present ? facingNow(world, walker) : 0
  for (const lock of locks) walker.locks[lock] += by
  if (walker.present) {
    hold(world, walker, facing)
    goAtPace(world, walker)
  }
  const [set, pace] = [inForce(walker), paceOf(walker)]
  world.locks[walker.index].push({ t: world.now, locks: set, pace })
  logLocks(world, walker, by > 0, set, pace)
}

/** Takes controls from a player, and leaves a share of their pace; the log tells what is in force now. `keeps`: for good. */
export function lock(
  world: World,
  walker: Body,
  locks: readonly Lock[],
  pace: number | undefined,
  keeps: boolean,
): void {
  if (pace !== undefined && keeps) walker.keptPace = pace
  else if (pace !== undefined) walker.paces.push(pace)
  changeLocks(world, walker, locks, 1)
}
/** Gives back what a freeze has taken, as far as no other holds it. */
export function unlock(world: World, walker: Body, locks: readonly Lock[], pace: number | undefined): void {
  if (pace !== undefined) takeOut(walker.paces, pace)
  changeLocks(world, walker, locks, -1)
}
