import { describe, expect, it } from 'vitest'
import { lines, logFor, point, walk } from '../../testing/small-show'
import { made, values } from '../../testing/steps-show'
import { facingAt, run, walksOf } from '..'

const LOG = ['step', 'stepEnd', 'lock', 'unlock', 'end'] as const

describe('fade', () => {
  const fade = { id: 'f', kind: 'fade', in: 1, stay: 2, out: 2 }
  it('rises, stays and falls', () => {
    expect(values([fade], 'picture', 'opacity', [1.7, 2.2, 2.7, 4.7, 5.7, 6.7])).toEqual([0, 0.5, 1, 1, 0.5, 0])
    expect(lines(logFor(made([fade])).events, ...LOG)).toEqual(['1.7 step f', '6.7 stepEnd f', '6.7 end cue done'])
  })
  it('cut short goes into its out from the opacity it has', () => {
    const rule = { onLeave: 'stop' }
    expect(values([{ ...fade, in: 5.2 }], 'picture', 'opacity', [4.3, 5.3, 6.3], { rule })).toEqual([0.5, 0.25, 0])
  })
})

describe('freeze', () => {
  it('takes the controls and gives them back; the walk goes on from where it was', () => {
    const log = logFor(made([{ id: 'f', kind: 'freeze', locks: ['use', 'walk'], hold: 2 }]))
    expect(lines(log.events)).toEqual([
      '1.7 enter z',
      '1.7 fire z r cue',
      '1.7 start cue',
      '1.7 step f use+walk',
      '1.7 lock use+walk',
      '3.7 stepEnd f',
      '3.7 unlock',
      '3.7 end cue done',
      '6.3 leave z',
      '22 walkEnd',
    ])
  })
  it('as long as the cue ends with the longest of the others', () => {
    const log = logFor(
      made([
        { id: 'f', kind: 'freeze', locks: ['look'] },
        { id: 's', kind: 'sound', sound: 'thud', where: { at: 'head' }, at: 1 },
      ]),
    )
    expect(lines(log.events, 'stepEnd', 'unlock', 'end')).toEqual([
      '4.7 stepEnd s',
      '4.7 stepEnd f',
      '4.7 unlock',
      '4.7 end cue done',
    ])
  })
  it('two freezes: the locks in force are the union', () => {
    const both = [
      { id: 'f', kind: 'freeze', locks: ['look'], hold: 2 },
      { id: 'g', kind: 'freeze', locks: ['look', 'use'], at: 1, hold: 2 },
    ]
    expect(lines(logFor(made(both)).events, 'lock', 'unlock')).toEqual([
      '1.7 lock look',
      '2.7 lock look+use',
      '3.7 unlock look+use',
      '4.7 unlock',
    ])
    expect(values(both, 'controls', 'locks', [1, 2, 3, 4, 5])).toEqual([
      [],
      ['look'],
      ['look', 'use'],
      ['look', 'use'],
      [],
    ])
  })
  it('presses while only using is locked are lost; a frozen walk puts them off', () => {
    const walks = [walk('w', point(0), point(3, { pause: 1, use: true, useAfter: 0.5 }), point(9))]
    const presses = (locks: string[]) =>
      lines(logFor(made([{ id: 'f', kind: 'freeze', locks, hold: 4 }], { show: { walks } })).events, 'press')
    expect(presses(['use'])).toEqual(['3.5 press []'])
    expect(presses(['walk'])).toEqual(['7.5 press []'])
  })
  it('looking: the facing stands still round a corner, until it is given back', () => {
    const corner = [point(0), point(3), { at: [3, 0, 30], pace: 1 }]
    const freeze = { id: 'f', kind: 'freeze', locks: ['look'], hold: 2 }
    const show = made([freeze], { show: { walks: [walk('w', ...corner)] }, rule: { onLeave: 'nothing' } })
    const played = run(show, walksOf(show, ['w']), { seed: 1 })
    expect([1, 2.9, 3.5, 3.8].map((t) => Math.round(facingAt(show, played, 0, t)))).toEqual([-90, -90, -90, -180])
  })
  it('for good: the run ends when everybody has been held for a minute', () => {
    const log = logFor(made([{ id: 'f', kind: 'freeze', locks: ['walk'], hold: 'keep' }]))
    expect(lines(log.events, 'lock', 'unlock', 'walkEnd')).toEqual(['1.7 lock walk', '61.7 walkEnd locked'])
    expect(log.length).toBeCloseTo(61.7, 9)
  })
})

describe('prompt, camera, move', () => {
  it('a prompt is shown by presence', () => {
    expect(
      values(
        [{ id: 'p', kind: 'prompt', text: 'Look', anchor: { prop: 'door' } }],
        'prompt:p',
        'shown',
        [1, 2, 4.2, 4.3],
      ),
    ).toEqual([false, true, true, false])
  })
  it('a camera travels, stays, and comes back to the eyes', () => {
    const step = { id: 'c', kind: 'camera', marks: [{ mark: 'above', travel: 0, stay: 2 }], back: { seconds: 1 } }
    expect(values([step], 'camera', 'mark', [1.6, 1.7, 3.6, 3.7, 9])).toEqual([null, 'above', 'above', null, null])
    expect(values([step], 'camera', 'fov', [1.6, 2, 4.2, 4.7])).toEqual([60, 40, 50, 60])
  })
  it('a move puts the body at the mark; what it enters there is quiet; the walk goes on to the point that says so', () => {
    const walks = [walk('w', point(0), point(5), point(10, { arrive: true, pause: 1 }), point(12))]
    const log = logFor(made([{ id: 'm', kind: 'move', mark: 'far', at: 0.3 }], { show: { walks } }))
    expect(lines(log.events, 'move', 'leave', 'walkEnd')).toEqual(['2 move', '2 leave z', '5 walkEnd'])
  })
  it('a move in a rule with a zone at the mark logs a quiet enter that no rule hears', () => {
    const extra = {
      id: 'y',
      name: 'Y',
      shape: { kind: 'box', at: [10, 0, 0], size: [2, 2, 2] },
      rules: [{ id: 'q', on: { at: 'enter' }, cue: 'cue' }],
    }
    const show = made([{ id: 'm', kind: 'move', mark: 'far' }])
    const log = logFor({
      ...show,
      zones: [
        ...show.zones,
        {
          ...show.zones[0],
          ...extra,
          shape: { ...extra.shape, yaw: 0 },
          rules: [{ ...show.zones[0].rules[0], id: 'q' }],
        } as never,
      ],
    })
    expect(lines(log.events, 'enter', 'fire')).toEqual(['1.7 enter z', '1.7 fire z r cue', '1.7 enter y quiet'])
  })
})
