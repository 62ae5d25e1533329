import { colourOf, linearOf } from '~~/core/engine'
import type { Atmosphere, Colour } from '~~/core/show'
import { eachOf } from '~~/core/space'

/** How far fog is looked through in a swatch (m). */
const DEPTH = 8

/** A colour at a level of light. */
function lit(colour: Colour, level: number): Colour {
  return colourOf(eachOf(linearOf(colour), (c) => Math.min(1, c * level)))
}
const alpha = (share: number) =>
  Math.round(Math.min(1, Math.max(0, share)) * 255)
    .toString(16)
    .padStart(2, '0')

/** An atmosphere as a CSS background: its ambient light above, its shadow below, fog over both, and the vignette at the edges. */
export function swatchOf({ ambient, level, shadow, fog, vignette, exposure }: Atmosphere): string {
  const light = level * exposure
  const layers = [
    `linear-gradient(to bottom, ${lit(ambient, light)} 40%, ${lit(shadow, Math.min(1, light * 0.7))} 90%)`,
  ]
  if (fog && fog.density > 0) {
    const veil = `${lit(fog.colour, Math.max(0.15, light))}${alpha(1 - Math.exp(-fog.density * DEPTH))}`
    layers.unshift(`linear-gradient(${veil}, ${veil})`)
  }
  if (vignette && vignette.amount > 0) {
    const clear = Math.round((1 - vignette.amount) * 70)
    const edge = Math.round(clear + 10 + vignette.softness * 60)
    layers.unshift(
      `radial-gradient(ellipse at center, transparent ${clear}%, #000000${alpha(vignette.amount)} ${edge}%)`,
    )
  }
  return layers.join(', ')
}
