import { isMet } from '../../show'
import { draw, SAME_TIME } from '../../base'
import type { RuleInstance } from '../compile'
import type { Gate } from '../log'
import type { Body } from '../ways'
import { memoryOf, streamFor, type Memory, type World } from '../world'

export type Verdict = { gate: Gate; left?: number } | 'fires' | 'queued' | 'restarts'

const remaining = (wait: number, since: number): number => wait - since
const tooSoon = (left: number): boolean => left > SAME_TIME

/** Whether the rule's chance lets its moment of this ordinal through. */
export function chanceLets(world: World, rule: RuleInstance, body: Body | undefined, ordinal: number): boolean {
  const { chance } = rule.rule
  if (chance >= 1) return true
  world.chances++
  return draw(streamFor(world, rule, 'chance', body, ordinal), 0) < chance
}

/** The gates in their order; the first that stops the moment is the reason. `since` is the time since this rule's previous moment by this body. */
export function judge(
  world: World,
  instance: RuleInstance,
  body: Body | undefined,
  ordinal: number,
  since: number,
): Verdict {
  const { rule, zone } = instance
  if (zone && !world.enabled[zone.index]) return { gate: 'off' }
  if (body && !isMeant(instance, body)) return { gate: 'who' }
  const quiet = remaining(rule.debounce, since)
  if (tooSoon(quiet)) return { gate: 'debounce', left: quiet }
  if (rule.when.length > 0 && !rule.when.every((condition) => isMet(condition, world.flags.get(condition.flag)!)))
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

function isMeant({ rule }: RuleInstance, body: Body): boolean {
  const { kinds, tags } = rule.who
  return kinds.indexOf(body.kind) >= 0 && (tags.length === 0 || tags.every((tag) => body.tags.has(tag)))
}

function restLeft(world: World, { rule }: RuleInstance, memory: Memory): number {
  if (!rule.cooldown || memory.fired === 0) return 0
  if (rule.cooldown.from === 'fire') return remaining(rule.cooldown.seconds, world.now - memory.firedAt)
  return memory.latest!.phase === 'over' ? remaining(rule.cooldown.seconds, world.now - memory.endedAt) : 0
}
