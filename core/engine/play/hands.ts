import type { Lock } from '../../show'
import { partNow, turnPage, type Body } from '../ways'
import { facingNow, logLocks, type World } from '../world'
import { schedule } from './intents'
import { askLockedIn, LOCKED_IN } from './locked-in'

const inForce = (walker: Body): Lock[] =>
  (['jump', 'look', 'use', 'walk'] as const).filter((lock) => walker.locks[lock] > 0)

/** Lets the intention stand still, or the facing, as the locks in force say. */
export function hold(world: World, walker: Body, facing: number): void {
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
function changeLocks(world: World, walker: Body, locks: readonly Lock[], by: 1 | -1): void {
  const facing = walker.present ? facingNow(world, walker) : 0
  for (const lock of locks) walker.locks[lock] += by
  if (walker.present) hold(world, walker, facing)
  const set = inForce(walker)
  world.locks[walker.index].push({ t: world.now, locks: set })
  logLocks(world, walker, by > 0, set)
}

/** Takes controls from a player; the log tells the set now in force. */
export const lock = (world: World, walker: Body, locks: readonly Lock[]): void => changeLocks(world, walker, locks, 1)
/** Gives back what a freeze has taken, as far as no other holds it. */
export const unlock = (world: World, walker: Body, locks: readonly Lock[]): void =>
  changeLocks(world, walker, locks, -1)
