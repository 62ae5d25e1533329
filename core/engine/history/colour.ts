import { fromLinear, toLinear } from '../../base'
import type { Colour } from '../../show'

/** The three linear components of "#rrggbb", 0 to 1. */
export function linearOf(colour: Colour): [number, number, number] {
  const n = parseInt(colour.slice(1), 16)
  return [toLinear((n >> 16) / 255), toLinear(((n >> 8) & 255) / 255), toLinear((n & 255) / 255)]
}
/** A colour of three shares of linear light as "#rrggbb". */
export function colourOf(linear: readonly [number, number, number]): Colour {
  return (
    '#' +
    linear
      .map((c) =>
        Math.round(fromLinear(Math.min(1, Math.max(0, c))) * 255)
          .toString(16)
          .padStart(2, '0'),
      )
      .join('')
  )
}
