import { prepare } from '../engine'
import { namedRulesAt, patchOf, type Editor, type Rule, type Show } from '../show'
import { narrowed } from './narrowed'
import type { SetOut } from './evidence'
import { outcomeOf, type Outcome } from './outcome'
import { shareOf, type Share } from './shares'

/** A number of a rule that can be tried over a range. */
export type SweptField = 'cooldown.seconds' | 'debounce' | 'chance' | 'limit.times'
interface Field {
  name: string
  unit: string
  /** What it is of a rule; nothing where the rule has none. */
  of: (rule: Rule) => number | undefined
  /** The range that is tried at first, about a value. */
  range: (now: number | undefined) => [number, number]
  /** Only whole numbers. */
  whole?: true
}
export const SWEPT: { [field in SweptField]: Field } = {
  'cooldown.seconds': {
    name: 'Cooldown',
    unit: 's',
    of: ({ cooldown }) => cooldown?.seconds,
    range: (now = 20) => [0, Math.max(10, now * 2.5)],
  },
  debounce: { name: 'Debounce', unit: 's', of: ({ debounce }) => debounce, range: (now = 0) => [0, Math.max(5, now * 3)] }, // prettier-ignore
  chance: { name: 'Chance', unit: '', of: ({ chance }) => chance, range: () => [0, 1] },
  'limit.times': { name: 'Limit', unit: 'times', of: ({ limit }) => limit?.times, range: () => [1, 10], whole: true },
}
export const SWEPT_FIELDS = Object.keys(SWEPT) as SweptField[]

/** Where a rule stands in a show. */
export type RuleAddress = { zone: string; rule: string } | { rule: string }

/** A rule of its own at a zone, or of the show, by its name in the log; undefined for one of a kit, and one that isn't there. */
export function ruleNamed(show: Show, name: string): { rule: Rule; address: RuleAddress } | undefined {
  for (const zone of show.zones)
    for (const rule of zone.rules) if (rule.id === name) return { rule, address: { zone: zone.id, rule: name } }
  const rule = show.rules.find(({ id }) => id === name)
  return rule && { rule, address: { rule: name } }
}
/** All rules that fire a cue, by their names in the log. */
const rulesThatFire = (show: Show, cue: string): string[] =>
  [...show.zones.flatMap((zone) => namedRulesAt(show, zone)), ...show.rules].flatMap((rule) => (rule.cue === cue ? [rule.id] : [])) // prettier-ignore
/** Those of them that can be tried. */
export const rulesOfCue = (show: Show, cue: string): string[] =>
  rulesThatFire(show, cue).filter((rule) => ruleNamed(show, rule) !== undefined)

/** Sets a number of a rule. */
export function setSwept(edit: Editor, address: RuleAddress, rule: Rule, field: SweptField, value: number): void {
  const set = (key: 'debounce' | 'chance' | 'cooldown' | 'limit', to: unknown) => {
    if ('zone' in address) edit.set(['zones', address.zone, 'rules', address.rule, key], to as never)
    else edit.set(['rules', address.rule, key], to as never)
  }
  switch (field) {
    case 'cooldown.seconds':
      return set('cooldown', { from: 'fire', ...rule.cooldown, seconds: value })
    case 'limit.times':
      return set('limit', { ...rule.limit, times: Math.max(1, Math.round(value)) })
    case 'debounce':
    case 'chance':
      return set(field, value)
  }
}

/** A show with a number of a rule otherwise. */
export function withSwept(show: Show, name: string, field: SweptField, value: number): Show {
  const found = ruleNamed(show, name)
  return found ? patchOf(show, (edit) => setSwept(edit, found.address, found.rule, field, value)).show : show
}

/** What is asked: a number of a rule, the values that are tried, the cue whose figures are counted, with which walkers. */
export interface Sweep {
  rule: string
  field: SweptField
  values: readonly number[]
  cue: string
  setOut: SetOut
  walkers: number
}
/** What a value comes to. */
export interface Swept {
  value: number
  never: Share
  more: Share
}
/** Values evenly over a range, its ends too. */
export function valuesOver([from, to]: readonly [number, number], count: number, whole = false): number[] {
  const values = Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1))
  return whole ? [...new Set(values.map(Math.round))] : values.map((value) => Math.round(value * 1000) / 1000)
}

/**
 * What one value of a sweep comes to: the same walkers with the same luck at each value, so that what differs is the value's doing.
 * `stretch`: called between walkers; false ends it, and there is no result.
 */
export async function sweptAt(
  show: Show,
  { rule, field, cue, setOut, walkers }: Sweep,
  value: number,
  stretch: () => Promise<boolean> = () => Promise.resolve(true),
): Promise<Swept | undefined> {
  const tried = narrowed(withSwept(show, rule, field, value), new Set(rulesThatFire(show, cue)))
  await prepare(tried, { tally: true })
  const at = tried.cues.findIndex(({ id }) => id === cue)
  const outcomes: Outcome[] = []
  for (let walker = 1; walker <= walkers; walker++) {
    outcomes.push(outcomeOf(tried, setOut, walker))
    if (!(await stretch())) return undefined
  }
  const times = outcomes.map((outcome) => outcome.times[at])
  return {
    value,
    never: shareOf(times.filter((n) => n === 0).length, walkers),
    more: shareOf(times.filter((n) => n > 1).length, walkers),
  }
}
/** The values, one after the other, at which both shares stay below what is wished; the widest stretch of them. */
export function keepsBoth(
  swept: readonly Swept[],
  most: { never: number; more: number },
): [number, number] | undefined {
  let best: [number, number] | undefined
  let from: number | undefined
  for (const { value, never, more } of swept) {
    const keeps = never.share <= most.never && more.share <= most.more
    if (!keeps) from = undefined
    else {
      from ??= value
      if (!best || value - from >= best[1] - best[0]) best = [from, value]
    }
  }
  return best
}
