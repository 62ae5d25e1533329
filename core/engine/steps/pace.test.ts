import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lines, logFor, point, walk } from '../../testing/small-show'
import { made, values } from '../../testing/steps-show'
import { positionAt, run, walksOf } from '..'

const slow = (pace: number, hold: number | string = 2, more: object = {}) => ({
  id: 'f',
  kind: 'freeze',
  locks: [],
  pace,
  hold,
  ...more,
})
const walked = (steps: object[], ...points: object[]) =>
  made(steps, points.length > 0 ? { show: { walks: [walk('w', ...points)] } } : {})

describe('a freeze that leaves some of the pace', () => {
  it('is walked at that share of it, and goes on from where it is', () => {
    expect(lines(logFor(walked([slow(0.5)])).events, 'enter', 'lock', 'unlock', 'leave', 'walkEnd')).toEqual([
      '1.7 enter z',
      '1.7 lock pace 0.5',
      '3.7 unlock',
      '5.3 leave z',
      '21 walkEnd',
    ])
    expect(values([slow(0.5)], 'controls', 'pace', [1, 2, 3.6, 3.8])).toEqual([1, 0.5, 0.5, 1])
  })
  it('stretches no pause, no press after a point, and no dwell', () => {
    const show = walked([slow(0.5, 10)], point(0), point(3, { pause: 2, use: true, useAfter: 1 }), point(20))
    // At 3 m by 4.3 s, pressed a second later, gone on two seconds later; 11.7 s: 2.7 m further.
    expect(lines(logFor(show).events, 'press', 'leave', 'unlock', 'walkEnd')).toEqual([
      '5.3 press []',
      '8.9 leave z',
      '11.7 unlock',
      '26 walkEnd',
    ])
    const late = walked([slow(0.25, 3)], point(0), point(1, { use: true, useAfter: 4 }), point(4))
    expect(lines(logFor(late).events, 'press', 'walkEnd')).toEqual(['5 press []', '6.25 walkEnd'])
    const last = walked([slow(0.25, 3)], point(0), point(1, { use: true, useAfter: 8 }), point(4))
    expect(lines(logFor(last).events, 'press', 'walkEnd')).toEqual(['9 press []', '9 walkEnd'])
  })
  it('of several the smallest counts; not at all while walking is locked', () => {
    const both = [slow(0.5, 4), slow(0.2, 1, { id: 'g', at: 1 }), { id: 'h', kind: 'freeze', locks: ['walk'], at: 1.5, hold: 1 }] // prettier-ignore
    const show = walked(both)
    const result = run(show, walksOf(show, ['w']), { seed: 1 })
    const at = (t: number) => Math.round(positionAt(result.paths[0], t)[0] * 1e6) / 1e6
    // 0.5 m/s to 2.7 s, 0.2 m/s to 3.2 s, still to 4.2 s, 0.5 m/s to 5.7 s, then 1 m/s.
    expect([1.7, 2.7, 3.2, 4.2, 5.7, 6.7].map(at)).toEqual([1.7, 2.2, 2.3, 2.3, 3.05, 4.05])
    expect(lines(logFor(show).events, 'lock', 'unlock')).toEqual([
      '1.7 lock pace 0.5',
      '2.7 lock pace 0.2',
      '3.2 lock walk pace 0.2',
      '3.7 unlock walk pace 0.5',
      '4.2 unlock pace 0.5',
      '5.7 unlock',
    ])
  })
  it('for good replaces what was for good before, and goes on through a move', () => {
    const kept = [slow(0.5, 'keep'), slow(0.25, 'keep', { id: 'g', at: 2 }), { id: 'm', kind: 'move', mark: 'far', at: 3 }] // prettier-ignore
    const show = walked(kept, point(0), point(20))
    const result = run(show, walksOf(show, ['w']), { seed: 1, length: 30 })
    const at = (t: number) => Math.round(positionAt(result.paths[0], t)[0] * 1e6) / 1e6
    expect([3.7, 4.6].map(at)).toEqual([2.7, 2.925])
    expect(at(4.7)).toBe(10)
    expect(at(8.7)).toBe(11)
  })
  it('whatever the pace and when, the way is the same and only takes longer', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 60 })), { maxLength: 4 }), // prettier-ignore
        (all) => {
          const steps = all.map(([pace, at, hold], i) => slow(pace / 10, hold / 10, { id: `f${i}`, at: at / 10 }))
          const show = walked(steps, point(0), point(3, { pause: 1 }), { at: [3, 0, 5], pace: 2 }, point(-2))
          const result = run(show, walksOf(show, ['w']), { seed: 1 })
          let [before, gone] = [positionAt(result.paths[0], 0), 0]
          for (let t = 0; t <= result.length; t += 0.01) {
            const now = positionAt(result.paths[0], t)
            gone += Math.hypot(now[0] - before[0], now[2] - before[2])
            expect(Math.hypot(now[0] - before[0], now[2] - before[2])).toBeLessThanOrEqual(0.02 + 1e-9)
            before = now
          }
          expect(gone).toBeCloseTo(3 + 5 + Math.hypot(5, 5), 1)
          expect(positionAt(result.paths[0], result.length)[0]).toBeCloseTo(-2)
        },
      ),
      { numRuns: 60 },
    )
  })
})
