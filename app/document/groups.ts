import { freeId, freeName, GROUPED, rulesAt, type Editor, type Group, type Listed, type Show } from '~~/core/show'

/** The lists of which a group can hold things. */
export type Grouped = (typeof GROUPED)[number]
export const isGrouped = (list: string): list is Grouped => GROUPED.some((each) => each === list)

/** All that is in a group. */
export const membersOf = (group: Group): Listed[] =>
  GROUPED.flatMap((list) => (group[list] ?? []).map((id) => ({ list, id })))
/** A group with all that is in it, as it is copied whole. */
export const wholeOf = (group: Group): Listed[] => [...membersOf(group), { list: 'groups', id: group.id }]

/** The group that a thing is in, if it is in one. */
export const groupOf = (groups: readonly Group[], list: Grouped, id: string): Group | undefined =>
  groups.find((group) => group[list]?.includes(id))

/** What is taken away is in no group any more. */
export function leaveGroup(edit: Editor, list: Grouped, id: string): void {
  const group = groupOf(edit.show.groups, list, id)
  if (group)
    edit.set(
      ['groups', group.id, list],
      group[list]?.filter((other) => other !== id),
    )
}

/** Puts a thing into a group, out of the one that it was in; into none without one. */
export function putInGroup(edit: Editor, { list, id }: Listed, group: string | undefined): void {
  if (!isGrouped(list)) return
  leaveGroup(edit, list, id)
  const into = edit.show.groups.find((each) => each.id === group)
  if (into) edit.set(['groups', into.id, list], [...(into[list] ?? []), id])
}

/** A group of some things, out of those that they were in. Gives its id. */
export function groupTogether(edit: Editor, things: readonly Listed[], wanted: string): string {
  const { groups } = edit.show
  const name = freeName(
    wanted,
    groups.map((group) => group.name),
  )
  const id = freeId(
    name,
    groups.map((group) => group.id),
  )
  edit.add(['groups'], { id, name })
  for (const thing of things) putInGroup(edit, thing, id)
  return id
}

/** The cues that rules of these zones fire, and no others. */
export function cuesOnlyOf(show: Show, zones: readonly string[]): string[] {
  const inside = new Set(zones)
  const others = [
    ...show.zones.filter(({ id }) => !inside.has(id)).flatMap((zone) => rulesAt(show, zone)),
    ...show.rules,
  ].map(({ cue }) => cue)
  const own = show.zones.filter(({ id }) => inside.has(id)).flatMap((zone) => rulesAt(show, zone).map(({ cue }) => cue))
  return [...new Set(own)].filter((cue) => !others.includes(cue))
}

/** Takes a walk out of a show; what was noted on it stays, of no walk, and who went it goes others. */
export function removeWalk(edit: Editor, id: string): void {
  leaveGroup(edit, 'walks', id)
  for (const remark of edit.show.remarks) if (remark.walk === id) edit.set(['remarks', remark.id, 'walk'], undefined)
  for (const { id: population, walks } of edit.show.populations)
    if (walks.includes(id))
      edit.set(
        ['populations', population, 'walks'],
        walks.filter((walk) => walk !== id),
      )
  edit.remove(['walks', id])
}
