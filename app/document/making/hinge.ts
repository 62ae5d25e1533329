import type { Prop, Spot } from '~~/core/show'

/** The spot about which a door turns, in its own frame; undefined if it slides or is none. */
export function hingeOf({ form, hinge, size: [width] }: Prop): Spot | undefined {
  if (form !== 'door' || hinge === 'slides') return undefined
  return [hinge === 'right' ? width / 2 : -width / 2, 0]
}
