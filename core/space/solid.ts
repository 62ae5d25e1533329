import type { Shape, Spot } from '../show'

/** A zone's shape as it stands in the world, with what crossings need worked out once. */
export type Solid =
  | {
      kind: 'box'
      x: number
      z: number
      low: number
      high: number
      hw: number
      hd: number
      sin: number
      cos: number
      bounds: Bounds
    }
  | { kind: 'cylinder'; x: number; z: number; low: number; high: number; radius: number; bounds: Bounds }
  | { kind: 'prism'; low: number; high: number; outline: Spot[]; bounds: Bounds }
  | { kind: 'sphere'; x: number; y: number; z: number; radius: number; bounds: Bounds }
export type Bounds = readonly [x0: number, y0: number, z0: number, x1: number, y1: number, z1: number]

/** A frame in which shapes can be given: a place and a turn about the vertical. */
export interface Frame {
  at: readonly [number, number, number]
  yaw: number
}
const WORLD: Frame = { at: [0, 0, 0], yaw: 0 }

/** A spot given in a frame, in the world. Yaw turns counter-clockwise seen from above (+X right, +Z down). */
export function fromFrame(x: number, z: number, frame: Frame): Spot {
  const a = (frame.yaw * Math.PI) / 180
  const sin = Math.sin(a)
  const cos = Math.cos(a)
  return [frame.at[0] + x * cos + z * sin, frame.at[2] - x * sin + z * cos]
}

/** A shape as it is asked whether something touches it: with its bounds, its outline, its heights. */
export function solidOf(shape: Shape, frame: Frame = WORLD): Solid {
  const y = frame.at[1]
  if (shape.kind === 'prism') {
    const outline = frame === WORLD ? shape.outline : shape.outline.map(([px, pz]) => fromFrame(px, pz, frame))
    const xs = outline.map((s) => s[0])
    const zs = outline.map((s) => s[1])
    const low = y + shape.y
    const high = low + shape.height
    return {
      kind: 'prism',
      low,
      high,
      outline,
      bounds: [Math.min(...xs), low, Math.min(...zs), Math.max(...xs), high, Math.max(...zs)],
    }
  }
  const [x, z] = frame === WORLD ? [shape.at[0], shape.at[2]] : fromFrame(shape.at[0], shape.at[2], frame)
  const low = y + shape.at[1]
  if (shape.kind === 'sphere') {
    const r = shape.radius
    return { kind: 'sphere', x, y: low, z, radius: r, bounds: [x - r, low - r, z - r, x + r, low + r, z + r] }
  }
  if (shape.kind === 'cylinder') {
    const r = shape.radius
    const high = low + shape.height
    return { kind: 'cylinder', x, z, low, high, radius: r, bounds: [x - r, low, z - r, x + r, high, z + r] }
  }
  const a = ((shape.yaw + frame.yaw) * Math.PI) / 180
  const sin = Math.sin(a)
  const cos = Math.cos(a)
  const hw = shape.size[0] / 2
  const hd = shape.size[2] / 2
  const ex = Math.abs(cos) * hw + Math.abs(sin) * hd
  const ez = Math.abs(sin) * hw + Math.abs(cos) * hd
  const high = low + shape.size[1]
  return { kind: 'box', x, z, low, high, hw, hd, sin, cos, bounds: [x - ex, low, z - ez, x + ex, high, z + ez] }
}

/** The middle of a solid. */
export function middleOf(solid: Solid): [number, number, number] {
  const [x0, y0, z0, x1, y1, z1] = solid.bounds
  return [(x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2]
}

/** The outline of a solid in plan; round ones as a polygon of 48 corners. */
export function outlineOf(solid: Solid): Spot[] {
  if (solid.kind === 'prism') return solid.outline
  if (solid.kind === 'box') {
    const { x, z, hw, hd, sin, cos } = solid
    const corner = (a: number, b: number): Spot => [x + a * cos + b * sin, z - a * sin + b * cos]
    return [corner(-hw, -hd), corner(hw, -hd), corner(hw, hd), corner(-hw, hd)]
  }
  return Array.from({ length: 48 }, (_, i) => {
    const a = (i / 48) * 2 * Math.PI
    return [solid.x + solid.radius * Math.cos(a), solid.z + solid.radius * Math.sin(a)]
  })
}
