import { describe, expect, it } from 'vitest'
import { patchOf, type Show } from '../../core/show'
import { oneRule } from '../../core/testing/small-show'
import type { OpenZip } from '../zip/unpack'
import { showFile, type ListedShow } from './format'
import { historyIn } from './show-history'

const ID = '00000000-0000-4000-8000-000000000001'
const AT = '2026-01-01T00:00:00.000Z'
/** A show and three edits of it, each giving its zone another rim. */
const first = oneRule({})
const states: Show[] = [first]
const edits = [1, 2, 3].map((rim, i) => {
  const { patch, show } = patchOf(states[i]!, (e) => e.set(['zones', 'z', 'rim'], rim))
  states.push(show)
  return { id: `00000000-0000-4000-8000-00000000001${i}`, revision: i + 2, label: `Rim ${rim}`, patch, createdAt: AT }
})
const kept = {
  snapshot: states[3],
  edits,
  versions: [{ revision: 1, name: null, show: first, createdAt: AT }],
}
const listed: ListedShow = {
  id: ID,
  title: first.title,
  revision: 4,
  snapshotRevision: 4,
  binnedAt: null,
  openedAt: null,
  createdAt: AT,
  updatedAt: AT,
  edits: 3,
  versions: 1,
}
const read = (file: object = kept, more: Partial<ListedShow> = {}) => {
  const zip: OpenZip = {
    names: [showFile(ID)],
    read: () => Promise.resolve(Buffer.from(JSON.stringify(file))),
    close: () => {},
  }
  return historyIn(zip, { ...listed, ...more })
}

describe('a show in a backup', () => {
  it('is read with all its edits, and what they come to', async () => {
    const { snapshot, edits: found, title } = await read()
    expect([title, snapshot.zones[0]!.rim, found.length]).toEqual([first.title, 3, 3])
  })
  it.each([
    ['lacks an edit', { ...kept, edits: [edits[0], edits[2]] }, { edits: 2 }, 'lacks the edit to revision 3'],
    ['has fewer than it says', { ...kept, edits: edits.slice(0, 2) }, {}, 'has 2 edits'],
    [
      'has a snapshot of something else',
      { ...kept, snapshot: states[2] },
      {},
      'is not what its edits come to at revision 4',
    ],
    [
      'has a state of something else',
      { ...kept, versions: [...kept.versions, { revision: 3, name: 'Third', show: first, createdAt: AT }] },
      { versions: 2 },
      'has a state at revision 3',
    ],
    ['is called otherwise', kept, { title: 'Another' }, 'is called'],
    [
      'has an edit that doesn’t fit',
      { ...kept, edits: [{ ...edits[0], patch: [{ op: 'remove', path: '/zones/7' }] }, edits[1], edits[2]] },
      {},
      'revision 2 that does not fit',
    ],
  ])('that %s is refused in words', async (_, file, more, words) => {
    await expect(read(file, more)).rejects.toThrow(words)
  })
})
