import { describe, expect, it } from 'vitest'
import { checkTouched, readShow, type Show } from '../../core/show'
import { current } from './open'

/** What an earlier Esvik would have kept: without what the format has got since. */
function earlier(): Show {
  const show = readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Earlier',
    place: {},
    walks: [{ id: 'w', name: 'W', points: [{ at: [0, 0, 0] }] }],
  })
  const { groups: _groups, remarks: _remarks, populations: _populations, ...rest } = show
  const { jump: _jump, step: _step, ...player } = show.player
  const walks = show.walks.map((walk) => ({ ...walk, points: walk.points.map(({ key: _key, ...point }) => point) }))
  return JSON.parse(JSON.stringify({ ...rest, player, walks }))
}

describe('a show that an earlier Esvik kept', () => {
  it('has all that the format has now, and takes edits', () => {
    const show = current(earlier())
    expect(() => checkTouched(show, [], show)).not.toThrow()
    expect(show).toMatchObject({ groups: [], remarks: [], populations: [], player: { jump: 0.45, step: 0.4 } })
    expect(show.walks[0]!.points[0]!.key).toBe('E')
  })
  it('has it too where its edits have put what lacks it', () => {
    const [point] = earlier().walks[0]!.points
    const show = current(earlier(), [{ patch: [{ op: 'add', path: '/walks/0/points/-', value: point }] }])
    expect(show.walks[0]!.points.map(({ key }) => key)).toEqual(['E', 'E'])
  })
})
