import { describe, expect, it } from 'vitest'
import { run, walksOf } from '~~/core/engine'
import { patchOf, type Show } from '~~/core/show'
import { oneRule, point, walk } from '~~/core/testing/small-show'
import { goingOnTo, onwardOf } from './onward'

/** Whoever comes to x 2 is put 30 m away; their walk has five points. */
const moving = (arrives: number[]): Show =>
  oneRule({ limit: { times: 1 } }, [{ id: 'm', kind: 'move', mark: 'far' }], {
    show: {
      place: { marks: [{ id: 'far', name: 'Far', kind: 'standing', at: [30, 0, 0] }] },
      walks: [walk('w', ...[0, 5, 10, 40, 50].map((x, i) => point(x, { arrive: arrives.includes(i) })))],
    },
  })
const onward = (show: Show) => onwardOf(run(show, walksOf(show, ['w']), { seed: 1 }).paths[0]!, show.walks[0]!.points)

describe('where a walk goes on after a move', () => {
  it('is the point after the one that counts as reached at the mark', () => {
    expect(onward(moving([2]))).toEqual([{ from: [30, 0, 0], to: 3 }])
  })
  it('is the next point where none does', () => {
    expect(onward(moving([]))).toEqual([{ from: [30, 0, 0], to: 1 }])
  })
  it('is nowhere after the last', () => {
    expect(onward(moving([4]))).toEqual([{ from: [30, 0, 0], to: undefined }])
  })
  it('is nothing where nobody is moved, also while somebody is held', () => {
    const frozen = oneRule({}, [{ id: 'f', kind: 'freeze', locks: ['walk'], hold: 1 }])
    expect(onward(frozen)).toEqual([])
  })
  it('is what it is dragged to, from wherever it was', () => {
    const show = moving([2])
    const drawn = (was: number | undefined, is: number) =>
      patchOf(show, (e) => e.set(['walks', 'w', 'points'], goingOnTo(show.walks[0]!.points, was, is))).show
    expect(onward(drawn(3, 4))).toEqual([{ from: [30, 0, 0], to: 4 }])
    expect(drawn(3, 4).walks[0]!.points.map(({ arrive }) => arrive)).toEqual([false, false, false, true, false])
    expect(onward(drawn(3, 3))).toEqual([{ from: [30, 0, 0], to: 3 }])
    expect(onward(drawn(3, 2))).toEqual([{ from: [30, 0, 0], to: 2 }])
  })
})
