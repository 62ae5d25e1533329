import { radians } from '~~/core/base'
import * as three from 'three'
import { linearOf } from '~~/core/engine'
import { axisOf, falloff, flickering, luminance, type Shining } from '~~/core/light'
import type { Point } from '~~/core/show'
import { MOST_LAMPS, type SharedUniforms } from './surface-material'

/** A light that shines in one picture, and its place among the lights of the show. */
export interface Lamp extends Shining {
  tile: number
}

/** The lights that are seen to shine, the brightest from where one stands first. */
export function lampsInSight(lights: readonly Lamp[], from: Point, frustum: three.Frustum, most: number): Lamp[] {
  const sphere = new three.Sphere()
  const nearness = ({ at, light, candela }: Lamp) =>
    candela *
    falloff(Math.max(0.5, Math.hypot(at[0] - from[0], at[1] - from[1], at[2] - from[2]) - light.reach / 2), 1e6)
  return lights
    .filter(({ at, light }) => frustum.intersectsSphere(sphere.set(new three.Vector3(...at), light.reach)))
    .sort((a, b) => nearness(b) - nearness(a))
    .slice(0, Math.min(most, MOST_LAMPS))
}

/** How much of a light's colour falls on what it shines on; its luminance is the same whatever this is. */
const SATURATION = 0.7
/** Writes what shines at a time (s) into what every surface asks. A colour takes nothing from a light's candela: they are photometric. */
export function writeLamps(uniforms: SharedUniforms, lamps: readonly Lamp[], t: number): void {
  uniforms.lamps.value = lamps.length
  lamps.forEach(({ light, at, candela, colour, flicker, inHand, tile }, i) => {
    uniforms.lampAt.value[i]!.set(at[0], at[1], at[2], light.reach)
    const shines = candela * flickering(flicker, t)
    const y = Math.max(1e-3, luminance(colour))
    const [r, g, b] = linearOf(colour).map((each) => shines * (1 + (each / y - 1) * SATURATION)) as [number, number, number] // prettier-ignore
    uniforms.lampShines.value[i]!.set(r, g, b)
    const isCone = light.kind === 'spot' && !inHand
    uniforms.lampAxis.value[i]!.set(...axisOf(light), isCone ? Math.cos(radians(light.cone / 2)) : -2)
    // Where the edge is hard the two are the same, and nothing may be divided by their difference.
    uniforms.lampInner.value[i] = Math.min(1, Math.cos(radians((light.cone * (1 - light.edge)) / 2)) + 1e-6)
    uniforms.lampTile.value[i] = tile
  })
}
