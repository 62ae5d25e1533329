import type { Point } from '../../show'
import type { CompiledZone } from '../compile'
import { positionAt, standLive, reroute, type Body } from '../ways'
import { facingNow, logMove, type World } from '../world'
import { goAtPace, hold } from './hands'
import { dropIntents, intend } from './intents'
import { enter, leave, staysInTouch, touchesNow } from './presences'
import { askWhetherRound } from './rounds'

function put(world: World, walker: Body, at: Point, yaw: number): void {
  const from = positionAt(walker.path, world.now)
  const held = walker.locks.look > 0 ? yaw : undefined
  dropIntents(world, walker)
  const goesOn = walker.live
    ? standLive(walker, world.now, at, yaw, held)
    : reroute(world.compiled.show, walker, world.now, at, yaw, walker.locks.walk === 0, held)
  if (held === undefined) walker.put = { t: world.now, yaw }
  world.watch.rerouted(walker)
  logMove(world, walker, from, at)
  if (goesOn) intend(world, walker)
  goAtPace(world, walker)
}

/** A walk starts: its body is there from now. */
export function appear(world: World, walker: Body): void {
  walker.present = true
  world.watch.rerouted(walker)
  intend(world, walker)
  if (walker.locks.walk > 0 || walker.locks.look > 0) hold(world, walker, facingNow(world, walker))
  goAtPace(world, walker)
}

/** Puts bodies at a mark; all leaves first, then enters. */
export function moveBodies(world: World, who: readonly Body[], at: Point, yaw: number, quiet: boolean): void {
  const walkers = who.filter(({ walk }) => !walk.went)
  for (const walker of walkers) put(world, walker, at, yaw)
  askWhetherRound(world)
  const { zones } = world.compiled
  const edges = (which: (zone: CompiledZone, walker: Body) => boolean) =>
    zones.flatMap((zone) => {
      const who = walkers.filter((walker) => which(zone, walker))
      return who.length > 0 ? [{ zone, who }] : []
    })
  const left = edges(
    (zone, walker) => walker.inside[zone.index] === 1 && !touchesNow(world, zone, walker, zone.geometry.rim),
  )
  for (const { zone, who } of left) leave(world, zone, who)
  for (const walker of walkers) world.watch.placed(walker)
  const entered = edges(
    (zone, walker) =>
      world.notices[zone.index] === 1 && walker.inside[zone.index] === 0 && staysInTouch(world, zone, walker),
  )
  for (const { zone, who } of entered) enter(world, zone, who, quiet)
}
