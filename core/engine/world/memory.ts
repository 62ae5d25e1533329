import type { RuleInstance } from '../compile'
import type { Body } from '../ways'
import type { Memory, Playing, World } from './world'

/** Nothing of a rule plays: a list that nothing is put into. */
export const NOTHING_ON: Playing[] = []

/** How many places a rule has there: of the whole run, of nobody, of each body. */
export const placesIn = (bodies: number): number => bodies + 2

/** Where in a flat list the memory of a rule for a body stands; nobody has a place too, and the whole run the first. */
export function placeOf(world: World, rule: RuleInstance, body: Body | undefined): number {
  return rule.index * placesIn(world.bodies.length) + (body ? body.index + 2 : 1)
}

/** The memory that a rule's limit, cooldown and busy look at, for a body. */
export function memoryOf(world: World, rule: RuleInstance, body: Body | undefined): Memory {
  const place = rule.rule.per === 'run' ? rule.index * placesIn(world.bodies.length) : placeOf(world, rule, body)
  return (world.memories[place] ??= {
    fired: 0,
    firedAt: -Infinity,
    latest: undefined,
    endedAt: -Infinity,
    on: NOTHING_ON,
    queued: undefined,
  })
}
