import type { Colour } from '../../show'

/** A light's share of one 8-bit sRGB component, linear (IEC 61966-2-1). */
const toLinear = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)
const fromLinear = (c: number): number => (c <= 0.0031308 ? c * 12.92 : 1.055 * c ** (1 / 2.4) - 0.055)

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
