import type { Point, Prop } from '../show'
import { inCircle, inSlab, overlap, type Frame, type Span } from '../space'

/** Between both ends of a way, a hair from each: what merely touches an end hides nothing. */
const WITHIN: Span = [1e-6, 1 - 1e-6]

/** Whether a prop stands in the straight way between two points (m): its box, or its cylinder as wide as it is across. */
export function standsBetween(
  { kind, size: [w, h, d] }: Pick<Prop, 'kind' | 'size'>,
  frame: Frame,
  from: Point,
  to: Point,
): boolean {
  const a = (frame.yaw * Math.PI) / 180
  const [sin, cos] = [Math.sin(a), Math.cos(a)]
  const inFrame = (p: Point): Point => {
    const [x, z] = [p[0] - frame.at[0], p[2] - frame.at[2]]
    return [x * cos - z * sin, p[1] - frame.at[1], x * sin + z * cos]
  }
  const p = inFrame(from)
  const q = inFrame(to)
  const v: Point = [q[0] - p[0], q[1] - p[1], q[2] - p[2]]
  const up = overlap(WITHIN, inSlab(p[1], v[1], 0, h))
  const across =
    kind === 'cylinder'
      ? inCircle(p[0], p[2] * (w / d), v[0], v[2] * (w / d), w / 2)
      : overlap(inSlab(p[0], v[0], -w / 2, w / 2), inSlab(p[2], v[2], -d / 2, d / 2))
  return overlap(up, across) !== undefined
}
