import { fromFrame } from '~~/core/space'
import type { Prop, Shape, Spot } from '~~/core/show'
import { round } from './geometry'

/** A shape given in the frame of a prop, as it stands in the place (`out`), or the other way round. */
export function placed(shape: Shape, prop: Prop, out: boolean): Shape {
  const sign = out ? 1 : -1
  const put = ([x, z]: Spot): Spot => {
    const [px, pz] = out
      ? fromFrame(x, z, prop)
      : fromFrame(x - prop.at[0], z - prop.at[2], { at: [0, 0, 0], yaw: -prop.yaw })
    return [round(px), round(pz)]
  }
  if (shape.kind === 'prism')
    return { ...shape, y: round(shape.y + sign * prop.at[1]), outline: shape.outline.map(put) }
  const [x, z] = put([shape.at[0], shape.at[2]])
  const at: [number, number, number] = [x, round(shape.at[1] + sign * prop.at[1]), z]
  return shape.kind === 'box' ? { ...shape, at, yaw: round(shape.yaw + sign * prop.yaw) } : { ...shape, at }
}
