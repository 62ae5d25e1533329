import { describe, expect, it } from 'vitest'
import { patchOf, readShow, type Editor } from '~~/core/show'
import { followMarks } from './arrivals'

const show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Way',
  place: {
    marks: [
      { id: 'far', name: 'Far', kind: 'standing', at: [8, 0, 0] },
      { id: 'other', name: 'Other', kind: 'standing', at: [0, 0, 9] },
    ],
  },
  cues: [{ id: 'c', name: 'C', steps: [{ id: 's', kind: 'move', mark: 'far' }] }],
  walks: [
    { id: 'w', name: 'W', points: [{ at: [0, 0, 0] }, { at: [8, 0, 0], arrive: true }, { at: [8, 0, 0] }] },
    { id: 'v', name: 'V', points: [{ at: [0, 0, 0] }, { at: [5, 0, 0], arrive: true }] },
  ],
})
const points = (work: (edit: Editor) => void) =>
  patchOf(show, (edit) => {
    work(edit)
    followMarks(edit, show)
  }).show.walks.map((walk) => walk.points.map(({ at }) => at))

describe('where a walk goes on after a move', () => {
  it('follows the mark of the move, and nothing else does', () => {
    expect(points((edit) => edit.set(['place', 'marks', 'far', 'at'], [6, 0, 2]))).toEqual([
      [[0, 0, 0], [6, 0, 2], [8, 0, 0]],
      [[0, 0, 0], [5, 0, 0]],
    ]) // prettier-ignore
  })
  it('follows to the mark that the move leads to instead', () => {
    expect(points((edit) => edit.set(['cues', 'c', 'steps', 's', 'mark'], 'other'))[0]![1]).toEqual([0, 0, 9])
  })
  it('stays where it is while its mark stays', () => {
    expect(points((edit) => edit.set(['place', 'marks', 'other', 'at'], [6, 0, 2]))[0]![1]).toEqual([8, 0, 0])
  })
})
