import { colourOf, linearOf } from '../engine'
import type { Colour } from '../show'
import { eachOf } from '../space'

/** Temperatures that a light of a place may have (K). */
export const COOLEST = 1700
/** The hottest light that is offered (K). */
export const HOTTEST = 12_000

/**
 * The chromaticity x, y (CIE 1931) of a black body at a temperature (K, 1,667 to 25,000), by the cubic splines of
 * Kim et al., "Design of advanced color temperature control system for HDTV applications", J. Korean Phys. Soc. 41 (2002).
 */
function chromaticity(kelvin: number): [number, number] {
  const t = 1000 / kelvin
  const x =
    kelvin < 4000
      ? -0.2661239 * t ** 3 - 0.234358 * t ** 2 + 0.8776956 * t + 0.17991
      : -3.0258469 * t ** 3 + 2.1070379 * t ** 2 + 0.2226347 * t + 0.24039
  const [a, b, c, d] =
    kelvin < 2222
      ? [-1.1063814, -1.3481102, 2.18555832, -0.20219683]
      : kelvin < 4000
        ? [-0.9549476, -1.37418593, 2.09137015, -0.16748867]
        : [3.081758, -5.8733867, 3.75112997, -0.37001483]
  return [x, a * x ** 3 + b * x ** 2 + c * x + d]
}

/** The colour that a light of a temperature (K) has: as bright as sRGB shows it. */
export function colourOfTemperature(kelvin: number): Colour {
  const [x, y] = chromaticity(kelvin)
  const [X, Z] = [x / y, (1 - x - y) / y]
  // CIE XYZ to linear sRGB (IEC 61966-2-1), with Y = 1.
  const rgb: [number, number, number] = [
    3.2404542 * X - 1.5371385 - 0.4985314 * Z,
    -0.969266 * X + 1.8760108 + 0.041556 * Z,
    0.0556434 * X - 0.2040259 + 1.0572252 * Z,
  ]
  const most = Math.max(...rgb)
  return colourOf(eachOf(rgb, (c) => Math.max(0, c / most)))
}

/** The temperature (K, in hundreds) whose colour comes nearest to a colour. */
export function temperatureOf(colour: Colour): number {
  const of = linearOf(colour)
  const most = Math.max(...of, 1e-6)
  const off = (kelvin: number) => Math.hypot(...linearOf(colourOfTemperature(kelvin)).map((c, i) => c - of[i] / most))
  let best = COOLEST
  for (let kelvin = COOLEST; kelvin <= HOTTEST; kelvin += 100) if (off(kelvin) < off(best)) best = kelvin
  return best
}
