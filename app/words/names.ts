import type { Show } from '~~/core/show'

const nameIn = (things: readonly { id: string; name: string }[], id: string): string =>
  things.find((thing) => thing.id === id)?.name ?? id

/** Things by their names; one that is missing by its id. */
export const cueName = (show: Show, id: string): string => nameIn(show.cues, id)
export const zoneName = (show: Show, id: string): string => nameIn(show.zones, id)
export const walkName = (show: Show, id: string): string => nameIn(show.walks, id)
export const soundName = (show: Show, id: string): string => nameIn(show.sounds, id)
export const poolName = (show: Show, id: string): string => nameIn(show.pools, id)
export const busName = (show: Show, id: string): string => nameIn(show.buses, id)
export const flagName = (show: Show, id: string): string => nameIn(show.flags, id)
export const lightName = (show: Show, id: string): string => nameIn(show.place.lights, id)
export const propName = (show: Show, id: string): string => nameIn(show.place.props, id)
export const markName = (show: Show, id: string): string => nameIn(show.place.marks, id)
