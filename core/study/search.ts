import { keepsWishes, ruleNamed, rulesOfCue, SWEPT, fieldsOf, valuesOver, type Swept, type SweptField } from './sweep'
import type { Show } from '../show'

/** A number of a rule that a search tries, and with which values. */
export interface SearchedNumber {
  rule: string
  field: SweptField
  /** What it is now, none where it isn’t set. */
  now: number | undefined
  values: readonly number[]
}
/** A number set otherwise so that both wishes are kept. */
export interface Proposal extends Omit<SearchedNumber, 'values'> {
  found: Swept
  /** How much it changes, of the range that was tried. */
  change: number
}
/** So many values of each number are tried first, and so many between the nearest that keeps the wishes and what doesn’t any more. */
const FIRST = 9
const BETWEEN = 5

/** All numbers that can be tried for a cue, over the usual range of each. */
export const numbersOf = (show: Show, cue: string): SearchedNumber[] =>
  rulesOfCue(show, cue).flatMap((name) => {
    const rule = ruleNamed(show, name)?.rule
    if (!rule) return []
    return fieldsOf(rule).map((field) => {
      const { of, range, whole } = SWEPT[field]
      const now = of(rule)
      return { rule: name, field, now, values: valuesOver(range(now), FIRST, whole) }
    })
  })

/** From where a change is counted. */
const startOf = ({ field, now, values }: Omit<SearchedNumber, 'rule'>): number =>
  now ?? values[SWEPT[field].unsetIsMost ? values.length - 1 : 0]

/** The number that keeps both wishes with the least change; undefined where none that was tried does. */
export function proposalOf(
  { rule, field, now, values }: SearchedNumber,
  found: readonly Swept[],
  most: Wishes,
): Proposal | undefined {
  const from = startOf({ field, now, values })
  const wide = values[values.length - 1] - values[0] || 1
  const far = ({ value }: Swept) => Math.abs(value - from)
  const keeps = found.filter((one) => keepsWishes(one, most)).sort((a, b) => far(a) - far(b))
  return keeps[0] && { rule, field, now, found: keeps[0], change: far(keeps[0]) / wide }
}
type Wishes = Parameters<typeof keepsWishes>[1]

/** What is tried next to come nearer to how it is now: values from the one that keeps the wishes to the one before it that doesn’t. */
export function nearerOf(number: SearchedNumber, { found: { value } }: Proposal): SearchedNumber | undefined {
  const from = startOf(number)
  const toward = number.values.filter(
    (one) => (one - value) * (from - value) > 0 && Math.abs(one - from) < Math.abs(value - from),
  )
  const before = toward.sort((a, b) => Math.abs(a - value) - Math.abs(b - value))[0] ?? from
  const { whole } = SWEPT[number.field]
  const values = valuesOver([value, before], BETWEEN + 2, whole).filter((one) => one !== value && one !== before)
  return values.length > 0 ? { ...number, values } : undefined
}
