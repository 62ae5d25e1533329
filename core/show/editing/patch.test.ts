import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { show } from '../../testing/furnished-show'
import { applyPatch, checkTouched, patchOf, PatchConflict, rebase, undoing, type Operation, type Show } from '..'

describe('edits', () => {
  const set = (from: Show, rim: number) => patchOf(from, (e) => e.set(['zones', 'z', 'rim'], rim))

  it('leave the show they were made on as it is, and share what they don’t touch', () => {
    const { show: after } = set(show, 0.7)
    expect(show.zones[0].rim).toBe(0)
    expect(after.zones[0].rim).toBe(0.7)
    expect(after.cues).toBe(show.cues)
    expect(after.zones[0].rules).toBe(show.zones[0].rules)
  })
  it('carry a test on the id of each thing they pass through', () => {
    const { patch } = patchOf(show, (e) => e.set(['zones', 'z', 'rules', 'r', 'chance'], 0.5))
    expect(patch).toEqual([
      { op: 'test', path: '/zones/0/id', value: 'z' },
      { op: 'test', path: '/zones/0/rules/0/id', value: 'r' },
      { op: 'replace', path: '/zones/0/rules/0/chance', value: 0.5 },
    ])
  })
  it('undo gives back what was there, whatever was done', () => {
    const works: ((e: Parameters<Parameters<typeof patchOf>[1]>[0]) => void)[] = [
      (e) => e.set(['zones', 'z', 'rim'], 2),
      (e) => e.set(['zones', 'z', 'rules', 'r', 'limit'], undefined),
      (e) => e.remove(['zones', 'z']),
      (e) => e.add(['zones'], { ...show.zones[0], id: 'y' }),
      (e) => {
        e.add(['zones'], { ...show.zones[0], id: 'y' }, 0)
        e.remove(['zones', 'z'])
        e.set(['zones', 'y', 'name'], 'Y')
      },
    ]
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...works), { minLength: 1, maxLength: 1 }), ([work]) => {
        const { patch, show: after } = patchOf(show, work)
        expect(applyPatch(after, undoing(show, patch))).toEqual(show)
      }),
    )
  })
  it('find their thing by its id after others have moved it', () => {
    const { patch } = set(show, 0.7)
    const moved = { ...show, zones: [{ ...show.zones[0], id: 'new' }, ...show.zones] }
    expect(applyPatch(moved, rebase(moved, patch)).zones.map((z) => z.rim)).toEqual([0, 0.7])
  })
  it('find another thing where one was added or taken away before it, in the same edit', () => {
    const zones = ['a', 'b', 'c'].map((id) => ({ ...show.zones[0], id, rules: [] }))
    const before = { ...show, zones }
    const { patch } = patchOf(before, (e) => {
      e.remove(['zones', 'a'])
      e.set(['zones', 'b', 'rim'], 2)
    })
    const moved = { ...before, zones: [{ ...zones[0], id: 'new' }, ...zones] }
    expect(applyPatch(moved, rebase(moved, patch)).zones.map(({ id, rim }) => [id, rim])).toEqual([
      ['new', 0],
      ['b', 2],
      ['c', 0],
    ])
    const bare: Operation[] = [
      { op: 'test', path: '/zones/1/id', value: 'b' },
      { op: 'remove', path: '/zones/1' },
      { op: 'replace', path: '/zones/1/rim', value: 3 },
    ]
    // What came to stand where one was taken away is told by its place: nothing has named it.
    expect(applyPatch(before, rebase(before, bare)).zones.map(({ id, rim }) => [id, rim])).toEqual([
      ['a', 0],
      ['c', 3],
    ])
  })
  it('say so when their thing is gone', () => {
    const { patch } = set(show, 0.7)
    expect(() => rebase({ ...show, zones: [] }, patch)).toThrow(PatchConflict)
    expect(() => applyPatch({ ...show, zones: [{ ...show.zones[0], id: 'other' }] }, patch)).toThrow(
      /is not "z" any more/,
    )
  })
  it('that break the show are refused, naming the field', () => {
    const { patch, show: after } = patchOf(show, (e) => e.remove(['cues', 'cue']))
    expect(() => checkTouched(after, patch)).toThrow(/\/zones\/0\/rules\/0\/cue names the cue "cue"/)
    const negative = set(show, -1)
    expect(() => checkTouched(negative.show, negative.patch)).toThrow('/zones/0/rim must be 0 or more')
  })
})
