import { describe, expect, it } from 'vitest'
import { across, lines, logFor, oneRule, point, show, walk } from '../testing/small-show'
import { RunError } from '.'

describe('order', () => {
  it('leaves come before enters, then zones in document order', () => {
    // The body leaves the first zone as it touches the two others: 0.6 m between their sides.
    const made = show({
      zones: [
        { id: 'last', name: 'Last', ...across(4.6, 6) },
        { id: 'also', name: 'Also', ...across(4.6, 7) },
        { id: 'first', name: 'First', ...across(2, 4) },
      ],
    })
    expect(lines(logFor(made).events, 'enter', 'leave').slice(0, 4)).toEqual([
      '1.7 enter first',
      '4.3 leave first',
      '4.3 enter last',
      '4.3 enter also',
    ])
  })
  it('two bodies at one zone and time: in the order of the walks as given', () => {
    const made = oneRule({}, [], { show: { walks: [walk('w', point(0), point(9)), walk('v', point(0), point(9))] } })
    expect(lines(logFor(made, { walks: ['v', 'w'] }).events, 'enter', 'fire').slice(0, 4)).toEqual([
      '1.7 v:enter z',
      '1.7 enter z',
      '1.7 v:fire z r cue',
      '1.7 fire z r cue',
    ])
  })
  it('at a leave: the leave, then what is released, then leave rules', () => {
    const bed = { id: 'p', kind: 'prompt', text: 'x', anchor: { zone: 'z' } }
    const made = oneRule({}, [bed])
    const rules = [
      ...made.zones[0].rules,
      { ...made.zones[0].rules[0], id: 'q', on: { at: 'leave' as const }, cue: 'cue' },
    ]
    const log = logFor({ ...made, zones: [{ ...made.zones[0], rules }] })
    expect(lines(log.events.filter((e) => e.t > 4 && e.t < 5))).toEqual([
      '4.3 leave z',
      '4.3 stepEnd p',
      '4.3 end cue released',
      '4.3 fire z q cue',
      '4.3 start cue',
      '4.3 step p',
    ])
  })
})

describe('loops and ends', () => {
  const ring = { id: 's', kind: 'signal', name: 'ring' }
  it('a loop without time passing is an error that names it', () => {
    const made = oneRule({ on: { at: 'signal', name: 'ring' }, busy: 'overlap' }, [ring], {
      show: { rules: [{ id: 'c', on: { at: 'clock', seconds: 1 }, cue: 'cue' }] },
    })
    expect(() => logFor(made)).toThrow(RunError)
    expect(() => logFor(made)).toThrow(/round without time passing at 1\.000 s: .*"Cue" → the signal "ring"/)
  })
  it('a run ends when walks, playings and delayed signals have, but not for what waits for a leave', () => {
    expect(logFor(oneRule({ delay: 25 })).length).toBeCloseTo(26.7, 9)
    expect(logFor(oneRule({}, [{ ...ring, delay: 25 }])).length).toBeCloseTo(26.7, 9)
    const stays = { show: { walks: [walk('w', point(0), point(3))] } }
    expect(logFor(oneRule({}, [{ id: 'p', kind: 'prompt', text: 'x', anchor: { zone: 'z' } }], stays)).length).toBe(3)
  })
  it('and at the latest thirty seconds after the last walk', () => {
    expect(logFor(oneRule({ delay: 90 })).length).toBe(50)
  })
  it('touches shorter than a microsecond are no presence', () => {
    // Past the round corner of a box at just its radius: touched in one point.
    const corner = show({ zones: [{ id: 'z', name: 'Z', shape: { kind: 'box', at: [5, 0, 1.3], size: [0, 2, 2] } }] })
    expect(lines(logFor(corner).events, 'enter')).toEqual([])
  })
  it('a touch at the end of a piece is one if the body stays', () => {
    const stops = (pause: number) =>
      show({
        zones: [{ id: 'z', name: 'Z', ...across(5.3, 6) }],
        walks: [walk('w', point(0), point(5, { pause }), point(0))],
      })
    expect(lines(logFor(stops(2)).events, 'enter', 'leave')).toEqual(['5 enter z', '7 leave z'])
    expect(lines(logFor(stops(0)).events, 'enter', 'leave')).toEqual([])
  })
})
