import { beginRun, packedFlights, prepare, RunError, walksOf } from '../../core/engine'
import type { Show } from '../../core/show'

export interface FlightsAsked {
  show: Show
  walks: string[]
  seed: number
}

/** So long a run may take for it (ms): of a longer one the flights are told that come before. */
const PATIENCE = 2_000
/** A run is worked on so much at a time (s). */
const STRETCH = 10

/** Runs one show in a process of its own and tells how all props flew; with the process goes the physics, which is large. */
process.once('message', async ({ show, walks, seed }: FlightsAsked) => {
  await prepare(show)
  try {
    const under = beginRun(show, walksOf(show, walks), { seed })
    const until = performance.now() + PATIENCE
    for (let t = STRETCH; under.goOn(t) && performance.now() < until; t += STRETCH);
  } catch (error) {
    // A run that goes round without end has flights, too.
    if (!(error instanceof RunError)) throw error
  }
  process.send!(packedFlights(show), () => process.disconnect())
})
