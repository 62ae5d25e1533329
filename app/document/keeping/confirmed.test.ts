import { describe, expect, it } from 'vitest'
import { patchOf, type Editor, type Show } from '~~/core/show'
import { oneRule } from '~~/core/testing/small-show'
import type { Done } from '~~/server/shows/messages'
import { learnt, onTop, type Standing } from './confirmed'
import type { Unsent } from './indexed-db'

const show = oneRule({})
const patched = (work: (edit: Editor) => void, from: Show = show) => patchOf(from, work).patch
const taken = (id: string, revision: number, work: (edit: Editor) => void): Done => ({
  id,
  label: id,
  revision,
  patch: patched(work),
})
const unsent = (id: string, work: (edit: Editor) => void): Unsent =>
  ({ id, label: id, patch: patched(work), base: 1, order: 0, show: 'night' }) as unknown as Unsent
const rim = (value: number) => (edit: Editor) => edit.set(['zones', 'z', 'rim'], value)
const named = (value: string) => (edit: Editor) => edit.set(['zones', 'z', 'name'], value)
const standing = (...pending: Unsent[]): Standing => ({ confirmed: { show, revision: 1 }, pending })

describe('what the server has taken', () => {
  it('goes in in its order, whatever the order in which it is heard of', () => {
    const early = new Map<number, Done>()
    const first = learnt(standing(), early, [taken('b', 3, rim(3))])
    expect(first.confirmed.revision).toBe(1)
    const both = learnt(first, early, [taken('a', 2, rim(2))])
    expect([both.confirmed.revision, both.confirmed.show.zones[0]!.rim]).toEqual([3, 3])
    expect(early.size).toBe(0)
  })
  it('is no news where it is one’s own as it was sent, and waits no more', () => {
    const own = unsent('a', rim(2))
    const now = learnt(standing(own), new Map(), [taken('a', 2, rim(2))])
    expect([now.news, now.pending]).toEqual([false, []])
  })
  it('is news where somebody else did it, or the server has made something else of it', () => {
    expect(learnt(standing(), new Map(), [taken('a', 2, rim(2))]).news).toBe(true)
    const other = learnt(standing(unsent('a', rim(2))), new Map(), [taken('a', 2, rim(5))])
    expect([other.news, other.pending]).toEqual([true, []])
  })
  it('tells of sounds, whose files may be elsewhere', () => {
    const sound = { id: 'new', name: 'New', asset: 'cd'.repeat(32), seconds: 1, gain: 0, tags: [] }
    expect(learnt(standing(), new Map(), [taken('a', 2, (e) => e.add(['sounds'], sound))]).touchesSounds).toBe(true)
    expect(learnt(standing(), new Map(), [taken('a', 2, rim(1))]).touchesSounds).toBe(false)
  })
})

describe('what the server hasn’t yet', () => {
  it('lies on top of what it has', () => {
    const later = learnt(standing(unsent('own', rim(2))), new Map(), [taken('other', 2, named('Elsewhere'))])
    const { show: now, fits } = onTop(later)
    expect([now.zones[0]!.name, now.zones[0]!.rim, fits.map(({ id }) => id)]).toEqual(['Elsewhere', 2, ['own']])
  })
  it('is told of by name where it no longer fits; what comes after it stays', () => {
    const gone = learnt(
      standing(
        unsent('lost', rim(2)),
        unsent('kept', (e) => e.set(['title'], 'Mine')),
      ),
      new Map(),
      [taken('other', 2, (e) => e.remove(['zones', 'z']))],
    )
    const { show: now, fits, misfits } = onTop(gone)
    expect([now.title, fits.map(({ id }) => id), misfits.map(({ edit }) => edit.id)]).toEqual([
      'Mine',
      ['kept'],
      ['lost'],
    ])
    expect(misfits[0]!.why).not.toBe('')
  })
})
