import type { Editor, Group } from '~~/core/show'

/** The lists of which a group can hold things. */
export type Grouped = Exclude<keyof Group, 'id' | 'name' | 'note'>

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

/** Takes a walk out of a show; what was noted on it stays, of no walk. */
export function removeWalk(edit: Editor, id: string): void {
  leaveGroup(edit, 'walks', id)
  for (const remark of edit.show.remarks) if (remark.walk === id) edit.set(['remarks', remark.id, 'walk'], undefined)
  edit.remove(['walks', id])
}
