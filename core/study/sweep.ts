import { needed } from '../base'
import { prepare } from '../engine'
import { kitRulesOf, namedRulesAt, nameOfKitRule, patchOf, type Editor, type Rule, type Show } from '../show'
import { narrowed } from './narrowed'
import type { SetOut } from './evidence'
import { outcomeOf, type Outcome } from './outcome'
import { shareOf, type Share } from './shares'

/** A number of a rule that can be tried over a range. */
export type SweptField =
  'cooldown.seconds' | 'debounce' | 'chance' | 'limit.times' | 'delay' | 'on.seconds' | 'on.within'
interface Field {
  name: string
  unit: string
  /** Whether a rule can have it; every rule can where nothing is said. */
  fits?: (rule: Rule) => boolean
  /** What it is of a rule; nothing where the rule has none. */
  of: (rule: Rule) => number | undefined
  /** What of a rule is otherwise with it. */
  put: (rule: Rule, value: number) => Partial<Rule>
  /** The range that is tried at first, about a value. */
  range: (now: number | undefined) => [number, number]
  /** Only whole numbers. */
  whole?: true
  /** Where it isn’t set that is as much as the most, not as the least. */
  unsetIsMost?: true
}
export const SWEPT: { [field in SweptField]: Field } = {
  'cooldown.seconds': {
    name: 'Cooldown',
    unit: 's',
    of: ({ cooldown }) => cooldown?.seconds,
    put: ({ cooldown }, seconds) => ({ cooldown: { from: 'fire', ...cooldown, seconds } }),
    range: (now = 20) => [0, Math.max(10, now * 2.5)],
  },
  debounce: {
    name: 'Debounce',
    unit: 's',
    of: ({ debounce }) => debounce,
    put: (_, debounce) => ({ debounce }),
    range: (now = 0) => [0, Math.max(5, now * 3)],
  },
  chance: {
    name: 'Chance',
    unit: '',
    of: ({ chance }) => chance,
    put: (_, chance) => ({ chance }),
    range: () => [0, 1],
  },
  'limit.times': {
    name: 'Limit',
    unit: 'times',
    of: ({ limit }) => limit?.times,
    put: (_, times) => ({ limit: { times: Math.max(1, Math.round(times)) } }),
    range: () => [1, 10],
    whole: true,
    unsetIsMost: true,
  },
  delay: {
    name: 'Delay',
    unit: 's',
    of: ({ delay }) => delay,
    put: (_, delay) => ({ delay }),
    range: (now = 0) => [0, Math.max(5, now * 3)],
  },
  'on.seconds': {
    name: 'How long first',
    unit: 's',
    fits: ({ on }) => on.at === 'dwell' || on.at === 'look' || on.at === 'clock',
    of: ({ on }) => ('seconds' in on ? on.seconds : undefined),
    put: ({ on }, seconds) => ('seconds' in on ? { on: { ...on, seconds } } : {}),
    range: (now = 2) => [0, Math.max(5, now * 3)],
  },
  'on.within': {
    name: 'How far off its middle',
    unit: '°',
    fits: ({ on }) => on.at === 'look',
    of: ({ on }) => (on.at === 'look' ? on.within : undefined),
    put: ({ on }, within) => (on.at === 'look' ? { on: { ...on, within } } : {}),
    range: (now = 30) => [1, Math.min(180, Math.max(30, now * 2.5))],
  },
}
export const SWEPT_FIELDS = Object.keys(SWEPT) as SweptField[]
/** The numbers that a rule can have. */
export const fieldsOf = (rule: Rule): SweptField[] => SWEPT_FIELDS.filter((field) => SWEPT[field].fits?.(rule) ?? true)

/** Where a rule stands in a show: at a zone, in the kit of a zone, or of no zone. */
export type RuleAddress =
  { zone: string; rule: string } | { zone: string; kit: string; rule: string } | { rule: string }

/** A rule by its name in the log: one of a zone, of its kit as it holds there, or of the show; undefined for one that isn't there. */
export function ruleNamed(show: Show, name: string): { rule: Rule; address: RuleAddress } | undefined {
  for (const zone of show.zones) {
    for (const rule of zone.rules) if (rule.id === name) return { rule, address: { zone: zone.id, rule: name } }
    for (const rule of kitRulesOf(show, zone))
      if (nameOfKitRule(zone, rule) === name)
        return { rule, address: { zone: zone.id, kit: needed(zone.kit, 'kit'), rule: rule.id } }
  }
  const rule = show.rules.find(({ id }) => id === name)
  return rule && { rule, address: { rule: name } }
}
/** The rules that fire a cue, by their names in the log. */
export const rulesOfCue = (show: Show, cue: string): string[] =>
  [...show.zones.flatMap((zone) => namedRulesAt(show, zone)), ...show.rules].flatMap((rule) => (rule.cue === cue ? [rule.id] : [])) // prettier-ignore

/** Sets a number of a rule; of a kit's rule where the zone has that otherwise than its kit: for the zone, and else for all of the kit. */
export function setSwept(edit: Editor, address: RuleAddress, rule: Rule, field: SweptField, value: number): void {
  for (const [key, to] of Object.entries(SWEPT[field].put(rule, value)))
    edit.set([...homeOf(edit.show, address, key as keyof Rule), key] as never, to as never)
}
function homeOf(show: Show, address: RuleAddress, key: keyof Rule): readonly string[] {
  if (!('zone' in address)) return ['rules', address.rule]
  const { zone, rule } = address
  if (!('kit' in address)) return ['zones', zone, 'rules', rule]
  const override = show.zones.find(({ id }) => id === zone)?.overrides?.[rule]
  return override && key in override ? ['zones', zone, 'overrides', rule] : ['kits', address.kit, 'rules', rule]
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
  /** Another number that is tried with it: each of its values with each of the first’s. */
  second?: { rule: string; field: SweptField; values: readonly number[] }
  cue: string
  setOut: SetOut
  walkers: number
}
/** A value that is tried, and that of the second number with it. */
export interface Tried {
  value: number
  second?: number
}
/** What it comes to. */
export interface Swept extends Tried {
  never: Share
  more: Share
}
/** All that a sweep tries. */
export const triedBy = ({ values, second }: Pick<Sweep, 'values' | 'second'>): Tried[] =>
  second
    ? second.values.flatMap((other) => values.map((value) => ({ value, second: other })))
    : values.map((value) => ({ value }))

/** Values evenly over a range, its ends too. */
export function valuesOver([from, to]: readonly [number, number], count: number, whole = false): number[] {
  const values = Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1))
  return whole ? [...new Set(values.map(Math.round))] : values.map((value) => Math.round(value * 1000) / 1000)
}

/**
 * What one try of a sweep comes to: the same walkers with the same luck at each, so that what differs is the value's doing.
 * `stretch`: called between walkers; false ends it, and there is no result.
 */
export async function sweptAt(
  show: Show,
  { rule, field, second, cue, setOut, walkers }: Sweep,
  at: Tried,
  stretch: () => Promise<boolean> = () => Promise.resolve(true),
): Promise<Swept | undefined> {
  const first = withSwept(show, rule, field, at.value)
  const both = second && at.second !== undefined ? withSwept(first, second.rule, second.field, at.second) : first
  const tried = narrowed(both, new Set(rulesOfCue(show, cue)))
  await prepare(tried, { tally: true })
  const index = tried.cues.findIndex(({ id }) => id === cue)
  const outcomes: Outcome[] = []
  for (let walker = 1; walker <= walkers; walker++) {
    outcomes.push(outcomeOf(tried, setOut, walker))
    if (!(await stretch())) return undefined
  }
  const times = outcomes.map((outcome) => outcome.times[index])
  return {
    ...at,
    never: shareOf(times.filter((n) => n === 0).length, walkers),
    more: shareOf(times.filter((n) => n > 1).length, walkers),
  }
}
type Wishes = { never: number; more: number }
/** Whether both shares stay below what is wished. */
export const keepsWishes = ({ never, more }: Pick<Swept, 'never' | 'more'>, most: Wishes): boolean =>
  never.share <= most.never && more.share <= most.more

/** The values, one after the other, at which both shares stay below what is wished; the widest stretch of them. */
export function keepsBoth(swept: readonly Swept[], most: Wishes): [number, number] | undefined {
  let best: [number, number] | undefined
  let from: number | undefined
  for (const one of swept) {
    const { value } = one
    if (!keepsWishes(one, most)) from = undefined
    else {
      from ??= value
      if (!best || value - from >= best[1] - best[0]) best = [from, value]
    }
  }
  return best
}
