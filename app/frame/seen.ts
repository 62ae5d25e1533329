import type { Group } from '~~/core/show'
import { groupThings, type ThingRef } from '~/document/things'

/** What of the place is seen: one storey of it or all, without what is hidden here (by `keyOfThing`). */
export interface Seen {
  storey?: number
  hidden?: ReadonlySet<string>
}
export const keyOfThing = ({ kind, id }: ThingRef): string => `${kind}/${id}`

/** All that is hidden with some groups. */
export const hiddenBy = (groups: readonly Group[], hidden: ReadonlySet<string>): ReadonlySet<string> =>
  new Set(groups.filter(({ id }) => hidden.has(id)).flatMap((group) => groupThings(group).map(keyOfThing)))
