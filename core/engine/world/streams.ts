import { keyOfRule, keyWithin, type Stream } from '../../base'
import type { RuleInstance } from '../compile'
import type { Body } from '../ways'
import { nameOf, type Playing, type World } from './world'

/** The stream that a rule draws something from, for a body, at its moment of an ordinal. */
export function streamFor(
  world: World,
  rule: RuleInstance,
  what: string,
  body: Body | undefined,
  ordinal: number,
): Stream {
  const ofRule = (world.ruleKeys[rule.index] ??= keyOfRule(world.seed, rule.name))
  return { key: keyWithin(ofRule, what, nameOf(body)), ordinal }
}

/** The stream of a playing's luck for one of its draws. */
export const streamOf = (world: World, { rule, body, ordinal }: Playing, what: string): Stream =>
  streamFor(world, rule, what, body, ordinal)
