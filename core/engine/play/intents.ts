import { NO_ENTRY, takeOut } from '../../base'
import { partNow, runTime, type Intent, type Body } from '../ways'
import { logWalkEnd, type World } from '../world'
import { askLockedIn } from './locked-in'
import { press } from './moments'

/** Puts what a walker does next on the agenda. */
export function schedule(world: World, made: Intent): void {
  const part = partNow(made.walker)
  const time = part.moving ? Math.max(world.now, runTime(part, made.own)) : Infinity
  // What walkers do of themselves comes before everything else of its time, in their order.
  made.entry = world.agenda.put(time, carryOut, made, made.walker.index)
}
function carryOut(world: World, made: Intent): void {
  takeOut(made.walker.intents, made)
  const { walker, does, point } = made
  switch (does) {
    case 'arrive':
      return arrive(world, walker, point)
    case 'press':
      return press(world, walker)
    case 'finish':
      return finishWalk(world, walker)
  }
}
function intent(world: World, walker: Body, own: number, does: Intent['does'], point = -1): void {
  const made: Intent = { walker, own, does, point, entry: NO_ENTRY }
  schedule(world, made)
  walker.intents.push(made)
}
/** Takes what a walker was going to do off the agenda. */
export function dropIntents(world: World, walker: Body): void {
  for (const { entry } of walker.intents) world.agenda.drop(entry)
  walker.intents = []
}

/** A walker reaches a point of its route: it means to press there, or has come to its end. */
function arrive(world: World, walker: Body, point: number): void {
  const { reaches, end } = partNow(walker).route
  const { pressAt } = reaches[point]
  if (pressAt !== undefined) intent(world, walker, pressAt, 'press')
  if (point === reaches.length - 1) intent(world, walker, end, 'finish')
}

/** Puts on the agenda what a walker intends: reaching its points, its presses and its end. */
export function intend(world: World, walker: Body): void {
  const { reaches } = partNow(walker).route
  for (let point = 0; point < reaches.length; point++)
    if (reaches[point].pressAt !== undefined || point === reaches.length - 1)
      intent(world, walker, reaches[point].time, 'arrive', point)
}
/** Ends a walk, and logs that. */
export function finishWalk(world: World, walker: Body): void {
  walker.ended = true
  logWalkEnd(world, walker, false)
  askLockedIn(world)
}
