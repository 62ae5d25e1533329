import { thousandths } from '~~/core/base'
import type { Point, Shape, Spot } from '~~/core/show'

/** How a thing is put elsewhere: where each spot goes, and by how much what stands there is turned (degrees). */
export interface Placement {
  spot: (spot: Spot) => Spot
  turn: number
}
export const shiftedBy = (dx: number, dz: number): Placement => ({
  spot: ([x, z]) => [thousandths(x + dx), thousandths(z + dz)],
  turn: 0,
})
/** Turned about a spot; counter-clockwise from above, as yaw is. */
export function turnedAbout([cx, cz]: Spot, degrees: number): Placement {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
  return {
    spot([x, z]) {
      const [dx, dz] = [x - cx, z - cz]
      return [thousandths(cx + dx * cos + dz * sin), thousandths(cz - dx * sin + dz * cos)]
    },
    turn: degrees,
  }
}

export function placedPoint([x, y, z]: Point, { spot }: Placement): Point {
  const [px, pz] = spot([x, z])
  return [px, y, pz]
}
export function placedShape(shape: Shape, placement: Placement): Shape {
  if (shape.kind === 'prism') return { ...shape, outline: shape.outline.map(placement.spot) }
  const at = placedPoint(shape.at, placement)
  return shape.kind === 'box' ? { ...shape, at, yaw: shape.yaw + placement.turn } : { ...shape, at }
}
