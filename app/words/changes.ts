import { calculated } from './arithmetic'
import { measured } from './units'

/** What becomes of a number. */
export type Change = (value: number) => number

/**
 * What is typed for several numbers at once: one for all of them, or how each changes, “+3”, “+−3”, “× 1.2”, “/ 2”.
 * `kept`: their unit; `bare`: that of a number without one. Undefined where it can't be read.
 */
export function changeOf(text: string, kept: string, bare = kept): Change | undefined {
  const [, sign, rest = ''] = /^\s*([+×x*/÷])\s*(.*)$/.exec(text) ?? []
  if (sign === undefined) {
    const value = measured(text, kept, bare)
    return value === undefined ? undefined : () => value
  }
  const by = sign === '+' ? measured(rest, kept, bare) : calculated(rest)
  if (by === undefined) return undefined
  if (sign === '+') return (value) => value + by
  if (sign === '/' || sign === '÷') return by === 0 ? undefined : (value) => value / by
  return (value) => value * by
}
