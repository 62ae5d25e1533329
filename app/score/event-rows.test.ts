import { describe, expect, it } from 'vitest'
import { eventsOf, run } from '~~/core/engine'
import { oneRule, point, walk } from '~~/core/testing/small-show'
import { eventRows, rowsWith } from './event-rows'

describe('a run as a table', () => {
  const steps = [
    { id: 'gone', kind: 'prop', prop: 'cup', shown: false, hold: 1, note: 'Before the lamp' },
    { id: 'call', kind: 'signal', name: 'knock' },
  ]
  const show = oneRule({ name: 'Cup goes', note: 'Only once', limit: { times: 1 } }, steps, {
    show: {
      place: { props: [{ id: 'cup', name: 'Cup', kind: 'box', at: [3, 0, 2], size: [0.1, 0.1, 0.1] }] },
      walks: [walk('w', point(-2), point(6), point(-2))],
    },
  })
  const rows = eventRows(show, eventsOf(run(show, show.walks, { seed: 1 })))
  const of = (kind: string) => rows.filter((row) => row.kind === kind)

  it('steps are said in words with their notes, and what vanishes says when that is over', () => {
    expect(of('step').map(({ what, note, where }) => [what, note, where])).toEqual([
      ['Cup is hidden', 'Before the lamp', 'Zone'],
      ['Signal “knock”', '', 'Zone'],
    ])
    expect(of('stepEnd').map(({ what }) => what)).toContain('Cup is hidden, over')
    expect(of('signal')[0]!.what).toBe('knock, sent, heard by nobody')
  })
  it('rules have their names and notes', () => {
    expect(of('fire').map(({ what, note }) => [what, note])).toEqual([['Cup goes: Cue', 'Only once']])
    expect(of('held').map(({ what }) => what)).toEqual(['Cup goes: limit'])
  })
  it('is filtered by any words, a note’s as well, and by times as they are typed', () => {
    const found = (typed: string) => rowsWith(rows, typed).map(({ kind }) => kind)
    expect(found('only once')).toEqual(['fire', 'held'])
    expect(found('held limit')).toEqual(['held'])
    const { time } = of('fire')[0]!
    expect(found(`${time.replace(/^0/, '').slice(0, 4)} fire`)).toEqual(['fire'])
    expect(found('')).toHaveLength(rows.length)
  })
})
