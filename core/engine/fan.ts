import type { Point, Show } from '../show'
import { keyOf, withId } from '../base'
import { compiledOf } from './compile'
import { drawnFling, flightOf, type Impact } from './flight'
import type { DrawnFling } from './history'
import { EFFECTS } from './steps'
import { createWorld, FAULTS, RunError } from './world'

/** One of the ways a prop can fly. Lengths in metres, times in seconds from the throw. */
export interface FanFlight extends DrawnFling {
  seed: number
  /** Middles of the prop, 120 a second from the throw. */
  positions: readonly Point[]
  impacts: readonly Impact[]
}

/**
 * How a fling would go with each of some seeds: the first firing of a rule by a body (`who`, a walk's id; "" for nobody), in the place
 * as the document has it. The flights are those of runs in which nothing has been moved before. The show must have been prepared.
 * @throws RunError that names the rule or the step, if the show has no such one
 */
export function fan(show: Show, rule: string, step: string, seeds: Iterable<number>, who = ''): FanFlight[] {
  const compiled = compiledOf(show)
  const thrower = compiled.rules.find((each) => each.name === rule)
  if (!thrower) throw new RunError(FAULTS.noRule(rule))
  const thrown = thrower.cue.steps.find((each) => each.id === step)?.step
  if (thrown?.kind !== 'fling') throw new RunError(FAULTS.noFling(thrower.cue.cue.name, step))
  const prop = withId(show.place.props, thrown.prop)
  const untouched = createWorld(compiled, [], 0, EFFECTS)
  return Array.from(seeds, (seed) => {
    const drawn = drawnFling({ key: keyOf(seed, rule, step, who), ordinal: 0 }, thrown)
    const { positions, impacts } = flightOf(untouched, prop, drawn)
    return { seed, ...drawn, positions, impacts }
  })
}
