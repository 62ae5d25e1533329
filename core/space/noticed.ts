import type { Player, Point, Show, Zone } from '../show'
import { touches } from './crossings'
import type { Cylinder } from './piece'
import { solidOf, type Solid } from './solid'

/** What a zone notices of a body that is so wide and so tall (m): all of it, its feet, or the eyes of a player. */
export function noticedBody(
  show: Show,
  zone: Zone,
  { radius, height }: Pick<Player, 'radius' | 'height'> = show.player,
): Cylinder {
  if (zone.notices === 'feet') return { radius: 0, low: 0, high: 0 }
  if (zone.notices === 'eyes') return { radius: 0, low: show.player.eye, high: show.player.eye }
  return { radius, low: 0, high: height }
}

/** A zone where it is as long as nothing moves: one that is tied to a prop, at the prop. */
export const solidOfZone = (show: Show, zone: Zone): Solid =>
  solidOf(zone.shape, zone.tiedTo && show.place.props.find(({ id }) => id === zone.tiedTo!.prop))

/** The zones that are on and notice a player whose feet are at a point. */
export const zonesAt = (show: Show, at: Readonly<Point>): Zone[] =>
  show.zones.filter((zone) => zone.enabled && touches(solidOfZone(show, zone), 0, noticedBody(show, zone), at))
