import type { Spot } from '~~/core/show'

/** What a picture of the place shows: its upper left corner (m), pixels a metre, and its size (pixels). */
export interface Sight {
  x: number
  z: number
  scale: number
  width: number
  height: number
}
export type Picture = CanvasRenderingContext2D

/** Sets a picture up so that it is drawn on in metres. */
export function inMetres(to: Picture, { x, z, scale }: Sight, ratio: number): void {
  const s = scale * ratio
  to.setTransform(s, 0, 0, s, -x * s, -z * s)
}
/** Sets a picture up so that it is drawn on in pixels of the page. */
export const inPixels = (to: Picture, ratio: number): void => to.setTransform(ratio, 0, 0, ratio, 0, 0)

export const toPixels = ({ x, z, scale }: Sight, [px, pz]: readonly [number, number]): Spot => [
  (px - x) * scale,
  (pz - z) * scale,
]

type Box = readonly [x0: number, z0: number, x1: number, z1: number]
export const isInSight = ({ x, z, scale, width, height }: Sight, [x0, z0, x1, z1]: Box): boolean =>
  x1 >= x && z1 >= z && x0 <= x + width / scale && z0 <= z + height / scale
