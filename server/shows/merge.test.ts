import { describe, expect, it } from 'vitest'
import { patchOf, type Editor, type Show } from '../../core/show'
import { oneRule } from '../../core/testing/small-show'
import { Refusal } from '../http/refusal'
import { merged } from './merge'
import type { Done } from './messages'

const show = oneRule({})
const patched = (work: (edit: Editor) => void, from: Show = show) => patchOf(from, work)
/** The show after others have done something to it, with what they did. */
function after(work: (edit: Editor) => void): { open: { show: Show; revision: number }; before: Done[] } {
  const { show: now, patch } = patched(work)
  return { open: { show: now, revision: 2 }, before: [{ id: 'other', revision: 2, label: 'Other', patch }] }
}
const rim = patched((e) => e.set(['zones', 'z', 'rim'], 2)).patch
function refused(work: () => unknown): Refusal {
  try {
    work()
  } catch (error) {
    if (error instanceof Refusal) return error
  }
  throw new Error('It was not refused')
}

describe('an edit on what a show has become', () => {
  it('is found by ids, wherever its thing stands now', () => {
    const { open, before } = after((e) => e.add(['zones'], { ...show.zones[0]!, id: 'new', rules: [] }, 0))
    const { show: now } = merged(open, rim, before)
    expect(now.zones.map(({ id, rim }) => [id, rim])).toEqual([['new', 0], ['z', 2]]) // prettier-ignore
  })
  it('is kept complete', () => {
    const bare = [{ op: 'add' as const, path: '/flags/-', value: { id: 'lit', name: 'Lit', start: false } }]
    const { show: now, patch } = merged({ show, revision: 1 }, bare, [])
    expect(now.flags).toHaveLength(1)
    expect(patch[0]).toMatchObject({ value: { id: 'lit', start: false } })
  })
  it('is refused with what others did, where its thing is gone or what it needs', () => {
    const { open, before } = after((e) => e.remove(['zones', 'z']))
    const gone = refused(() => merged(open, rim, before))
    expect([gone.status, gone.data.before, gone.data.revision]).toEqual([409, before, 2])
    const fires = patched((e) => {
      e.add(['cues'], { ...show.cues[0]!, id: 'new', name: 'New' })
      e.set(['zones', 'z', 'rules', 'r', 'cue'], 'new')
    }).patch.filter(({ path }) => !path.startsWith('/cues'))
    const lacks = refused(() => merged(open, [...fires], before))
    expect(lacks.status).toBe(409)
  })
  it('that breaks the show by itself is called so, and where', () => {
    const wrong = [{ op: 'replace' as const, path: '/zones/0/rim', value: -1 }]
    const broken = refused(() => merged({ show, revision: 1 }, wrong, []))
    expect([broken.status, broken.data.pointer]).toEqual([422, '/zones/0/rim'])
  })
})
