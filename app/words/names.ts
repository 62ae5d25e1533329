import { partIn, type Show } from '~~/core/show'

/** What a part of a kit is called where it stands for a thing. */
const partName = (show: Show, part: string): string =>
  `its ${show.kits.flatMap(({ parts }) => parts).find(({ id }) => id === part)?.name ?? part}`
function nameIn(show: Show, things: readonly { id: string; name: string }[], id: string): string {
  const part = partIn(id)
  return part === undefined ? (things.find((thing) => thing.id === id)?.name ?? id) : partName(show, part)
}

/** Things by their names; one that is missing by its id. */
export const cueName = (show: Show, id: string): string => nameIn(show, show.cues, id)
export const zoneName = (show: Show, id: string): string => nameIn(show, show.zones, id)
export const walkName = (show: Show, id: string): string => nameIn(show, show.walks, id)
export const soundName = (show: Show, id: string): string => nameIn(show, show.sounds, id)
export const poolName = (show: Show, id: string): string => nameIn(show, show.pools, id)
export const busName = (show: Show, id: string): string => nameIn(show, show.buses, id)
export const flagName = (show: Show, id: string): string => nameIn(show, show.flags, id)
export const lightName = (show: Show, id: string): string => nameIn(show, show.place.lights, id)
export const propName = (show: Show, id: string): string => nameIn(show, show.place.props, id)
export const markName = (show: Show, id: string): string => nameIn(show, show.place.marks, id)
