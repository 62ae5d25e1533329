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
  const { walker, does, point, key } = made
  switch (does) {
    case 'arrive':
      return arrive(world, walker, point)
    case 'press':
      return press(world, walker, key)
    case 'finish':
      return finishWalk(world, walker)
  }
}
function intent(world: World, walker: Body, own: number, does: Intent['does'], point: number, key = 'E'): void {
  const made: Intent = { walker, own, does, point, key, entry: NO_ENTRY }
  schedule(world, made)
  walker.intents.push(made)
}
/** Takes what a walker was going to do off the agenda. */
export function dropIntents(world: World, walker: Body): void {
  for (const { entry } of walker.intents) world.agenda.drop(entry)
  walker.intents = []
}

/** When a walk ends that is over at an own time: not before what is still to be pressed. */
const endOf = ({ intents }: Body, over: number): number =>
  intents.reduce((end, { does, own }) => (does === 'press' ? Math.max(end, own) : end), over)

/** A walker reaches a point of its route: it means to press there, or has come to its end. */
function arrive(world: World, walker: Body, point: number): void {
  const { reaches, over } = partNow(walker).route
  const { pressAt, key } = reaches[point]
  if (pressAt !== undefined) intent(world, walker, pressAt, 'press', point, key)
  if (point === reaches.length - 1 && !walker.goesOn) intent(world, walker, endOf(walker, over), 'finish', point)
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

/** What a walker means to do is carried over to the route that it walks now from the one before, whose own time was `before`. */
export function carryIntentsOver(world: World, walker: Body, before: number): void {
  const { own, route } = partNow(walker)
  for (const made of walker.intents) {
    world.agenda.drop(made.entry)
    if (made.does === 'press') made.own += own - before
    else if (made.does === 'arrive') made.own = route.reaches[made.point].time
  }
  for (const made of walker.intents) {
    if (made.does === 'finish') made.own = endOf(walker, route.over)
    schedule(world, made)
  }
}
