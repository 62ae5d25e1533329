import type { Ease } from '../../show'
import { colourOf, linearOf } from './colour'
import { eachOf } from '../../space'

/** What a field of a channel can be. Text, yes/no and null change at once. */
export type Value = number | string | boolean | null | number[] | object

export const isNumbers = (value: Value): value is number[] => Array.isArray(value)

/** How far a ramp has come when the share u of its time has gone. */
export function eased(ease: Ease, u: number): number {
  if (u <= 0) return 0
  if (u >= 1) return 1
  switch (ease) {
    case 'linear':
      return u
    case 'in':
      return u * u
    case 'out':
      return 1 - (1 - u) * (1 - u)
    case 'inout':
      return u * u * (3 - 2 * u)
  }
}

/** How steep a ramp is at the most from the share u of its time on. */
export function steepest(ease: Ease, u: number): number {
  if (u >= 1) return 0
  switch (ease) {
    case 'linear':
      return 1
    case 'in':
      return 2
    case 'out':
      return 2 * (1 - Math.max(0, u))
    case 'inout':
      return u <= 0.5 ? 1.5 : 6 * u * (1 - u)
  }
}

/** A value a share u of the way from a to b: numbers in a line, colours in linear RGB, everything else at once. */
export function mix(a: Value, b: Value, u: number, colour: boolean): Value {
  if (u >= 1) return b
  if (typeof a === 'number' && typeof b === 'number') return a + (b - a) * u
  if (isNumbers(a) && isNumbers(b)) return a.map((v, i) => v + (b[i] - v) * u)
  if (colour && typeof a === 'string' && typeof b === 'string') {
    if (u <= 0) return a
    const to = linearOf(b)
    return colourOf(eachOf(linearOf(a), (v, i) => v + (to[i] - v) * u))
  }
  return b
}

/** The distance between two values of a field, for ramps with a rate. */
export function distance(a: Value, b: Value): number {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(b - a)
  if (isNumbers(a) && isNumbers(b)) return Math.hypot(...a.map((v, i) => b[i] - v))
  return 0
}
