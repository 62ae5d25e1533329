import { describe, expect, it } from 'vitest'
import { run, walksOf } from '..'
import { lines, logFor } from '../../testing/small-show'
import { made } from '../../testing/steps-show'

describe('release and stop', () => {
  const bed = { id: 'b', kind: 'bed', sound: 'thud' }
  const late = { id: 's', kind: 'sound', sound: 'thud', where: { at: 'head' }, at: 4 }
  it('release drops what would be held until release and lets the rest go on', () => {
    const log = logFor(made([{ ...bed, at: 4 }, late]))
    expect(lines(log.events, 'step', 'stepEnd', 'end')).toEqual(['5.7 step s', '7.7 stepEnd s', '7.7 end cue done'])
  })
  it('stop on leaving ends the playing at once', () => {
    expect(lines(logFor(made([bed, late], { rule: { onLeave: 'stop' } })).events, 'step', 'stepEnd', 'end')).toEqual([
      '1.7 step b',
      '4.3 stepEnd b',
      '4.3 end cue stopped',
    ])
  })
  it('a stop step ends the playings of a cue, its own too', () => {
    expect(
      lines(logFor(made([bed, { id: 'x', kind: 'stop', cue: 'cue', at: 1 }, late])).events, 'step', 'stepEnd', 'end'),
    ).toEqual(['1.7 step b', '2.7 step x', '2.7 stepEnd b', '2.7 end cue stopped'])
  })
  it('a stop step lets the sounds of a cue die away as long as it says', () => {
    const show = made([bed, { id: 'x', kind: 'stop', cue: 'cue', at: 1, fade: 1.5 }])
    const { audible } = run(show, walksOf(show, show.walks.map(({ id }) => id)), { seed: 1 }) // prettier-ignore
    expect(audible.map(({ until, fadeOut }) => [until, fadeOut])).toEqual([[expect.closeTo(2.7, 6), 1.5]])
  })
  it('a playing released in its delay with nothing else left ends then, without having started', () => {
    expect(lines(logFor(made([bed], { rule: { delay: 9 } })).events, 'start', 'end')).toEqual(['4.3 end cue released'])
  })
  it('a zone step ends presences and begins them', () => {
    const log = logFor(
      made(
        [
          { id: 'x', kind: 'zone', zone: 'z', enabled: false, at: 1 },
          { id: 'y', kind: 'zone', zone: 'z', enabled: true, at: 1.5 },
        ],
        { rule: { limit: { times: 1 } } },
      ),
    )
    expect(lines(log.events, 'zone', 'enter', 'leave', 'held')).toEqual([
      '1.7 enter z',
      '2.7 zone z',
      '2.7 leave z',
      '3.2 zone z true',
      '3.2 enter z',
      '3.2 held z r limit',
      '4.3 leave z',
    ])
  })
})
