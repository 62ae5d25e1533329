import type { Show } from '../show'

/** The walks that are played if none was chosen: the longest of a player, and with it every creature's. */
export function usualWalks({ walks }: Show): string[] {
  const players = walks.filter(({ body }) => body.kind === 'player')
  const longest = players.reduce<(typeof walks)[number] | undefined>(
    (best, walk) => (!best || walk.points.length > best.points.length ? walk : best),
    undefined,
  )
  const creatures = walks.filter(({ body }) => body.kind === 'creature')
  return [...(longest ? [longest] : []), ...creatures].map(({ id }) => id)
}
