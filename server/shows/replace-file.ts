import { randomUUID } from 'node:crypto'
import { patchOf } from '../../core/show'
import { models } from '../data/models'
import { REFUSED } from '../http/refused'
import { acceptEdit } from './edit'
import { listShows, showNow } from './list'

/**
 * Puts one sound file in the place of another in every show that is not in the bin; an edit in each. Gives the titles of the shows that had it.
 * @throws Refusal 404 if the other file is not here
 */
export async function replaceFile(from: string, to: string): Promise<string[]> {
  const file = await models().Assets.findByPk(to, { attributes: ['seconds', 'type'] })
  if (!file?.type.startsWith('audio/')) throw REFUSED.noSound()
  const changed: string[] = []
  for (const { id, title, binnedAt } of await listShows()) {
    if (binnedAt !== null) continue
    const { show, revision } = await showNow(id)
    const { patch } = patchOf(show, (edit) => {
      for (const sound of show.sounds)
        if (sound.asset === from) {
          edit.set(['sounds', sound.id, 'asset'], to)
          edit.set(['sounds', sound.id, 'seconds'], file.seconds)
          // Where the other is shorter a trim may lie beyond its end.
          if (sound.trim && sound.trim[1] > file.seconds) edit.set(['sounds', sound.id, 'trim'], undefined)
        }
    })
    if (patch.length === 0) continue
    await acceptEdit(id, { id: randomUUID(), label: 'Replace a sound in every show', patch }, revision)
    changed.push(title)
  }
  return changed
}
