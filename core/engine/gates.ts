import type { Condition } from '../show/types'
import { SAME_TIME } from './agenda'
import type { RuleInstance } from './compile'
import type { Gate } from './events'
import { draw } from './luck'
import { streamFor } from './streams'
import { NOTHING_ON, type Body, type Memory, type World } from './world'

export type Verdict = { gate: Gate; left?: number } | 'fires' | 'queued' | 'restarts'

const lacking = (wait: number, since: number): number => wait - since
const tooSoon = (left: number): boolean => left > SAME_TIME

/** The memory that a rule's limit, cooldown and busy look at, for a body. */
export function memoryOf(world: World, rule: RuleInstance, body: Body): Memory {
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

/** How many places a rule has there: of the whole run, of nobody, of each body. */
export const placesIn = (bodies: number): number => bodies + 2

/** Where in a flat list the memory of a rule for a body stands; nobody has a place too, and the whole run the first. */
export function placeOf(world: World, rule: RuleInstance, body: Body): number {
  return rule.index * placesIn(world.bodies.length) + (body ? body.index + 2 : 1)
}

export function holds(condition: Condition, value: boolean | number): boolean {
  switch (condition.is) {
    case '=':
      return value === condition.value
    case '!=':
      return value !== condition.value
    case '<':
      return value < condition.value
    case '<=':
      return value <= condition.value
    case '>':
      return value > condition.value
    case '>=':
      return value >= condition.value
  }
}

/** Whether the rule's chance lets its moment of this ordinal through. */
export function chanceLets(world: World, rule: RuleInstance, body: Body, ordinal: number): boolean {
  const { chance } = rule.rule
  if (chance >= 1) return true
  return draw(streamFor(world, rule, 'chance', body, ordinal), 0) < chance
}

/** The gates in their order; the first that stops the moment is the reason. `since` is the time since this rule's previous moment by this body. */
export function judge(world: World, instance: RuleInstance, body: Body, ordinal: number, since: number): Verdict {
  const { rule, zone } = instance
  if (zone && !world.enabled[zone.index]) return { gate: 'off' }
  if (body && !isMeant(instance, body)) return { gate: 'who' }
  const quiet = lacking(rule.debounce, since)
  if (tooSoon(quiet)) return { gate: 'debounce', left: quiet }
  if (rule.when.length > 0 && !rule.when.every((condition) => holds(condition, world.flags.get(condition.flag)!)))
    return { gate: 'condition' }
  const memory = memoryOf(world, instance, body)
  if (rule.limit && memory.fired >= rule.limit.times) return { gate: 'limit' }
  const rest = restLeft(world, instance, memory)
  if (tooSoon(rest)) return { gate: 'cooldown', left: rest }
  if (memory.on.length > 0 && rule.busy !== 'overlap') {
    if (rule.busy === 'skip' || (rule.busy === 'queue' && memory.queued)) return { gate: 'busy' }
    if (!chanceLets(world, instance, body, ordinal)) return { gate: 'chance' }
    return rule.busy === 'restart' ? 'restarts' : 'queued'
  }
  return chanceLets(world, instance, body, ordinal) ? 'fires' : { gate: 'chance' }
}

function isMeant({ rule }: RuleInstance, body: NonNullable<Body>): boolean {
  const { kinds, tags } = rule.who
  return kinds.indexOf(body.kind) >= 0 && (tags.length === 0 || tags.every((tag) => body.tags.has(tag)))
}

function restLeft(world: World, { rule }: RuleInstance, memory: Memory): number {
  if (!rule.cooldown || memory.fired === 0) return 0
  if (rule.cooldown.from === 'fire') return lacking(rule.cooldown.seconds, world.now - memory.firedAt)
  return memory.latest!.phase === 'over' ? lacking(rule.cooldown.seconds, world.now - memory.endedAt) : 0
}
