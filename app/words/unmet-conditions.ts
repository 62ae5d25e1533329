import type { RunEvent } from '~~/core/engine'
import { isMet, partIn, type Condition, type Show } from '~~/core/show'
import { rulesOf } from '~~/core/score'
import { flagName } from './names'
import { flagValue } from './flag-value'

type Value = boolean | number
/** What held a rule back by its condition: when, and what is said of it. */
export type Unmet = ReadonlyMap<string, string>
const keyOf = (rule: string, t: number): string => `${rule}|${t}`
/** What is said of a rule that was held by its condition at a time; undefined where it wasn’t. */
export const unmetAt = (unmet: Unmet, rule: string, t: number): string | undefined => unmet.get(keyOf(rule, t))

const WANTED: { [is in Condition['is']]: string } = {
  '=': '',
  '!=': 'anything but ',
  '<': 'less than ',
  '<=': 'at most ',
  '>': 'more than ',
  '>=': 'at least ',
}
/** Of every moment of a run that a condition held back: which flag, what it was then, and what was wanted. */
export function unmetConditions(show: Show, events: readonly RunEvent[]): Unmet {
  const rules = rulesOf(show)
  const zones = new Map(show.zones.map((zone) => [zone.id, zone]))
  const now = new Map<string, Value>(show.flags.map(({ id, start }) => [id, start]))
  const found = new Map<string, string>()
  for (const event of events) {
    if (event.kind === 'flag') now.set(event.flag, event.value)
    if (event.kind !== 'held' || event.gate !== 'condition') continue
    for (const condition of rules.get(event.rule)?.when ?? []) {
      const part = partIn(condition.flag)
      const flag = part === undefined ? condition.flag : zones.get(event.zone ?? '')?.parts?.[part]
      const value = flag === undefined ? undefined : now.get(flag)
      if (value === undefined || isMet(condition, value)) continue
      const wanted = `${WANTED[condition.is]}${flagValue(condition.value)}`
      found.set(keyOf(event.rule, event.t), `${flagName(show, flag!)} is ${flagValue(value)}, wanted ${wanted}`)
      break
    }
  }
  return found
}
