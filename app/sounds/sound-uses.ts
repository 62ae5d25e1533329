import { listOf, references, type Editor, type Show } from '~~/core/show'
import { itemAt } from '~~/core/base'
import { leaveGroup } from '~/document/groups'

/** A pool or a cue that a sound or a pool is used by. */
export interface User {
  kind: 'pool' | 'cue'
  id: string
  name: string
}

/** Who uses each sound and each pool of a show, by what they are: once each, however often. */
export function usersOf(show: Show): { sounds: Map<string, User[]>; pools: Map<string, User[]> } {
  const found = { sounds: new Map<string, User[]>(), pools: new Map<string, User[]>() }
  for (const { to, id, keys } of references(show)) {
    if (to !== 'sounds' && to !== 'pools') continue
    const [list, index] = keys
    if (list !== 'pools' && list !== 'cues') continue
    const { id: by, name } = itemAt<{ id: string; name: string }>(show[list], index)
    const users = found[to].get(id) ?? []
    const kind = list === 'pools' ? 'pool' : 'cue'
    if (!users.some((user) => user.kind === kind && user.id === by)) users.push({ kind, id: by, name })
    found[to].set(id, users)
  }
  return found
}

/** Puts one sound in the place of another wherever that is used. A pool that has both already keeps the one. */
export function replaceSound(edit: Editor, from: string, to: string): void {
  const uses = references(edit.show).filter((reference) => reference.to === 'sounds' && reference.id === from)
  for (const { keys } of uses.reverse()) {
    const pool = keys[0] === 'pools' ? edit.show.pools[Number(keys[1])] : undefined
    if (pool?.sounds.some(({ sound }) => sound === to)) edit.remove(keys.slice(0, -1))
    else edit.setFound(keys, to)
  }
}

/** Takes a sound out of every pool and every step that uses it, and then out of the show. */
export function removeSound(edit: Editor, id: string): void {
  for (const pool of edit.show.pools.filter((each) => each.sounds.some(({ sound }) => sound === id)))
    for (let i = pool.sounds.length - 1; i >= 0; i--)
      if (pool.sounds[i]!.sound === id) edit.remove(['pools', pool.id, 'sounds', i])
  for (const cue of edit.show.cues)
    for (const step of cue.steps)
      if ('sound' in step && step.sound === id) edit.remove(['cues', cue.id, 'steps', step.id])
  const empty = edit.show.pools.filter(({ sounds }) => sounds.length === 0)
  for (const pool of empty) {
    for (const cue of edit.show.cues)
      for (const step of cue.steps)
        if ('pool' in step && step.pool === pool.id) edit.remove(['cues', cue.id, 'steps', step.id])
    edit.remove(['pools', pool.id])
  }
  leaveGroup(edit, 'sounds', id)
  if (listOf(edit.show, 'sounds').some((sound) => sound.id === id)) edit.remove(['sounds', id])
}
