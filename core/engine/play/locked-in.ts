import { SAME_TIME } from '../../base'
import type { World } from '../world'

/** When every walk that has not ended has been walk-locked for this long, the run is over (s). */

export const LOCKED_IN = 60

/** Whether everybody who has not ended has been held for too long: asked when that may have come true. */
export function askLockedIn(world: World): void {
  const on = world.walkers.filter((walker) => !walker.ended)
  world.lockedIn = on.length > 0 && on.every((walker) => world.now - walker.lockedSince >= LOCKED_IN - SAME_TIME)
}
