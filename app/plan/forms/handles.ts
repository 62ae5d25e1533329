import type { Shape, Spot } from '~~/core/show'
import { round } from './geometry'

/** Something one can take hold of to change a shape. */
export interface Handle {
  key: string
  x: number
  z: number
  turns?: boolean
  /** The shape when the handle is dragged to a spot. */
  drag: (x: number, z: number, keepAngle: boolean) => Shape
}

const SMALLEST = 0.1
const local = (shape: Shape & { kind: 'box' }, x: number, z: number): Spot => {
  const a = (shape.yaw * Math.PI) / 180
  const dx = x - shape.at[0]
  const dz = z - shape.at[2]
  return [dx * Math.cos(a) - dz * Math.sin(a), dx * Math.sin(a) + dz * Math.cos(a)]
}
const world = (shape: Shape & { kind: 'box' }, x: number, z: number): Spot => {
  const a = (shape.yaw * Math.PI) / 180
  return [shape.at[0] + x * Math.cos(a) + z * Math.sin(a), shape.at[2] - x * Math.sin(a) + z * Math.cos(a)]
}

/** A box drawn from one side: the opposite side stays where it is. */
function stretched(shape: Shape & { kind: 'box' }, sx: number, sz: number, x: number, z: number): Shape {
  const [lx, lz] = local(shape, x, z)
  const [w, h, d] = shape.size
  const width = sx === 0 ? w : Math.max(SMALLEST, w / 2 + sx * lx)
  const depth = sz === 0 ? d : Math.max(SMALLEST, d / 2 + sz * lz)
  const [cx, cz] = world(shape, (sx * (width - w)) / 2, (sz * (depth - d)) / 2)
  return { ...shape, at: [round(cx), shape.at[1], round(cz)], size: [round(width), h, round(depth)] }
}

/** The handles of a shape; `arm` is how far out the turning handle stands (m). */
export function handlesOf(shape: Shape, arm: number): Handle[] {
  switch (shape.kind) {
    case 'box': {
      const [w, , d] = shape.size
      const corners = [
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1],
        [0, -1],
        [1, 0],
        [0, 1],
        [-1, 0],
      ] as const
      const [tx, tz] = world(shape, 0, -d / 2 - arm)
      return [
        ...corners.map(([sx, sz]): Handle => {
          const [x, z] = world(shape, (sx * w) / 2, (sz * d) / 2)
          return { key: `size${sx}${sz}`, x, z, drag: (px, pz) => stretched(shape, sx, sz, px, pz) }
        }),
        {
          key: 'turn',
          x: tx,
          z: tz,
          turns: true,
          drag: (px, pz, free) => {
            const yaw = (Math.atan2(-(px - shape.at[0]), -(pz - shape.at[2])) * 180) / Math.PI
            // A nought of its own: no yaw is −0.
            return { ...shape, yaw: (free ? Math.round(yaw * 10) / 10 : Math.round(yaw / 5) * 5) + 0 }
          },
        },
      ]
    }
    case 'cylinder':
    case 'sphere':
      return [
        [1, 0],
        [0, 1],
        [-1, 0],
        [0, -1],
      ].map(([dx, dz], i) => ({
        key: `radius${i}`,
        x: shape.at[0] + dx! * shape.radius,
        z: shape.at[2] + dz! * shape.radius,
        drag: (x, z) => ({ ...shape, radius: Math.max(SMALLEST, round(Math.hypot(x - shape.at[0], z - shape.at[2]))) }),
      }))
    case 'prism':
      return shape.outline.map(([x, z], i) => ({
        key: `corner${i}`,
        x,
        z,
        drag: (px, pz) => ({
          ...shape,
          outline: shape.outline.map((spot, k): Spot => (k === i ? [round(px), round(pz)] : spot)),
        }),
      }))
  }
}

/** A new shape between two corners of a drag, standing on a floor. */
export function drawn(kind: Shape['kind'], a: Spot, b: Spot, y: number): Shape {
  const HEIGHT = 2.4
  const cx = round((a[0] + b[0]) / 2)
  const cz = round((a[1] + b[1]) / 2)
  const w = Math.max(SMALLEST, round(Math.abs(b[0] - a[0])))
  const d = Math.max(SMALLEST, round(Math.abs(b[1] - a[1])))
  const radius = Math.max(SMALLEST, round(Math.hypot(b[0] - a[0], b[1] - a[1])))
  switch (kind) {
    case 'box':
      return { kind, at: [cx, y, cz], yaw: 0, size: [w, HEIGHT, d] }
    case 'cylinder':
      return { kind, at: [round(a[0]), y, round(a[1])], radius, height: HEIGHT }
    case 'sphere':
      return { kind, at: [round(a[0]), round(y + 1), round(a[1])], radius }
    case 'prism':
      return {
        kind,
        y,
        height: HEIGHT,
        outline: [a, [b[0], a[1]], b, [a[0], b[1]]].map(([x, z]): Spot => [round(x!), round(z!)]),
      }
  }
}
