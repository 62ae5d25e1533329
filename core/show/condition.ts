import type { Condition } from './format/types'

/** Whether a condition is met by a value of its flag. Yes counts as 1 and no as 0 where it is compared by size. */
export function isMet({ is, value }: Condition, now: boolean | number): boolean {
  switch (is) {
    case '=':
      return now === value
    case '!=':
      return now !== value
    case '<':
      return now < value
    case '<=':
      return now <= value
    case '>':
      return now > value
    case '>=':
      return now >= value
  }
}
