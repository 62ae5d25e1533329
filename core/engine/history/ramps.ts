import type { Ease } from '../../show'
import { colourOf, linearOf } from './colour'

/** What a field of a channel can be. Text, yes/no and null change at once. */
export type Value = number | string | boolean | null | number[] | object

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
  if (Array.isArray(a) && Array.isArray(b)) return a.map((v: number, i) => v + ((b as number[])[i] - v) * u)
  if (colour && typeof a === 'string' && typeof b === 'string') {
    if (u <= 0) return a
    const from = linearOf(a)
    const to = linearOf(b)
    return colourOf([0, 1, 2].map((i) => from[i] + (to[i] - from[i]) * u) as [number, number, number])
  }
  return b
}

/** The distance between two values of a field, for ramps with a rate. */
export function distance(a: Value, b: Value): number {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(b - a)
  if (Array.isArray(a) && Array.isArray(b)) return Math.hypot(...a.map((v: number, i) => (b as number[])[i] - v))
  return 0
}
