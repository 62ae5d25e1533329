import { radians } from '~~/core/base'
import * as three from 'three'
import { linearOf } from '~~/core/engine'
import { axisOf, falloff, flickering, luminance, type Shining } from '~~/core/light'
import type { Point } from '~~/core/show'

/** A light that shines in one picture, and its place among the lights of the show. */
export interface Lamp extends Shining {
  tile: number
}

/** The lights that are seen to shine, the brightest from where one stands first. */
export function lampsInSight(lights: readonly Lamp[], from: Point, frustum: three.Frustum): Lamp[] {
  const sphere = new three.Sphere()
  const nearness = ({ at, light, candela }: Lamp) =>
    candela *
    falloff(Math.max(0.5, Math.hypot(at[0] - from[0], at[1] - from[1], at[2] - from[2]) - light.reach / 2), 1e6)
  return lights
    .filter(({ at, light }) => frustum.intersectsSphere(sphere.set(new three.Vector3(...at), light.reach)))
    .sort((a, b) => nearness(b) - nearness(a))
}

/** How much of a light's colour falls on what it shines on; its luminance is the same whatever this is. */
const SATURATION = 0.7
/** What a lamp gives at a time, as candela of each colour. A colour takes nothing from a light's candela: they are photometric. */
export function shinesOf({ candela, colour, flicker }: Lamp, t: number): Point {
  const shines = candela * flickering(flicker, t)
  const y = Math.max(1e-3, luminance(colour))
  const [r, g, b] = linearOf(colour)
  const each = (c: number) => shines * (1 + (c / y - 1) * SATURATION)
  return [each(r), each(g), each(b)]
}

/** A lamp's place and reach, its axis and the cosines of its cone, as `shareOf` in the shaders asks for them. */
export interface LampShape {
  at: three.Vector4
  axis: three.Vector4
  inner: number
}
export const noShape = (): LampShape => ({ at: new three.Vector4(), axis: new three.Vector4(), inner: 0 })
/** Has a shape be a lamp's. */
export function shapeAs({ light, at, inHand }: Lamp, shape: LampShape): LampShape {
  const isCone = light.kind === 'spot' && !inHand
  shape.at.set(at[0], at[1], at[2], light.reach)
  shape.axis.set(...axisOf(light), isCone ? Math.cos(radians(light.cone / 2)) : -2)
  // Where the edge is hard the two are the same, and nothing may be divided by their difference.
  shape.inner = Math.min(1, Math.cos(radians((light.cone * (1 - light.edge)) / 2)) + 1e-6)
  return shape
}
/** What of a lamp decides where it shines, apart from what stands in its way. */
export const shapeKey = ({ light, at, inHand }: Lamp): string =>
  [...at, light.reach, light.kind, light.cone, light.edge, light.yaw, light.pitch, inHand].join(' ')
