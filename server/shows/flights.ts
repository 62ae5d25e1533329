import { beginRun, packedFlights, prepare, RunError, walksOf } from '../../core/engine'
import { Refusal } from '../http/refusal'
import { showNow } from './list'

/** So long a run may take for it (ms): of a longer one the flights are told that come before. */
const PATIENCE = 250
/** A run is worked on so much at a time (s). */
const STRETCH = 10

/**
 * How all props fly that are thrown in a run, for whoever has no physics.
 * @throws Refusal 404 no such show, 409 it is at another revision, 422 there is no such walk
 */
export async function flightsOf(id: string, revision: number, walks: string[], seed: number): Promise<Float64Array> {
  const { show: now, revision: at } = await showNow(id)
  if (at !== revision) throw new Refusal(409, `The show is at revision ${at}, not at ${revision}`)
  // In a place of its own, so that no flights are told but those of this run.
  const show = { ...now, place: { ...now.place, props: [...now.place.props] } }
  await prepare(show)
  try {
    const under = beginRun(show, walksOf(show, walks), { seed })
    const until = performance.now() + PATIENCE
    for (let t = STRETCH; under.goOn(t) && performance.now() < until; t += STRETCH);
  } catch (error) {
    if (!(error instanceof RunError)) throw error
    if (!walks.every((walk) => show.walks.some(({ id }) => id === walk))) throw new Refusal(422, error.message)
    // A run that goes round without end has flights, too.
  }
  return packedFlights(show)
}
