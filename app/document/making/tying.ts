import { fromFrame } from '~~/core/space'
import { thousandths, withId } from '~~/core/base'
import type { Editor, Prop, Shape, Spot, Zone } from '~~/core/show'

/** A shape given in the frame of a prop, as it stands in the place (`out`), or the other way round. */
export function placed(shape: Shape, prop: Prop, out: boolean): Shape {
  const sign = out ? 1 : -1
  const put = ([x, z]: Spot): Spot => {
    const [px, pz] = out
      ? fromFrame(x, z, prop)
      : fromFrame(x - prop.at[0], z - prop.at[2], { at: [0, 0, 0], yaw: -prop.yaw })
    return [thousandths(px), thousandths(pz)]
  }
  if (shape.kind === 'prism')
    return { ...shape, y: thousandths(shape.y + sign * prop.at[1]), outline: shape.outline.map(put) }
  const [x, z] = put([shape.at[0], shape.at[2]])
  const at: [number, number, number] = [x, thousandths(shape.at[1] + sign * prop.at[1]), z]
  return shape.kind === 'box' ? { ...shape, at, yaw: thousandths(shape.yaw + sign * prop.yaw) } : { ...shape, at }
}

/** Ties a zone to a prop, or lets it stay: what is tied stands in the frame of its prop, so the zone stays where it is either way. */
export function tie(edit: Editor, zone: Zone, to: Prop | undefined): void {
  const before = zone.tiedTo && withId(edit.show.place.props, zone.tiedTo.prop)
  const free = before ? placed(zone.shape, before, true) : zone.shape
  edit.set(['zones', zone.id, 'tiedTo'], to && { prop: to.id })
  edit.set(['zones', zone.id, 'shape'], to ? placed(free, to, false) : free)
}
