import { describe, expect, it } from 'vitest'
import { across, lines, logFor, point, show, walk } from '../../testing/small-show'
import { made } from '../../testing/door-show'
import { draw, keyOf } from '../../base'

describe('jitter', () => {
  it('puts a step off by its share of luck either way, never before the start', () => {
    const times = (at: number, seed: number) => {
      const step = { id: 's', kind: 'burst', where: { at: 'zone' }, count: [1, 1], life: [1, 1], at, jitter: 0.5 }
      return logFor(made([step]), { seed }).events.find((e) => e.kind === 'step')!.t
    }
    for (let seed = 1; seed <= 20; seed++) {
      const u = 2 * draw({ key: keyOf(seed, 'r', 's/jitter', 'w'), ordinal: 0 }, 0) - 1
      expect(times(2, seed)).toBeCloseTo(1.7 + 2 + 0.5 * u, 9)
      expect(times(0.1, seed)).toBeCloseTo(1.7 + Math.max(0, 0.1 + 0.5 * u), 9)
    }
  })
})

describe('burst and flag', () => {
  it('a burst tells how many it threw, within its range', () => {
    const step = { id: 'b', kind: 'burst', where: { at: 'zone' }, count: [3, 9], life: [1, 2] }
    const counts = Array.from({ length: 40 }, (_, seed) => {
      const event = logFor(made([step]), { seed }).events.find((e) => e.kind === 'step')!
      return 'count' in event ? event.count! : NaN
    })
    expect(Math.min(...counts)).toBe(3)
    expect(Math.max(...counts)).toBe(9)
    expect(counts.every(Number.isInteger)).toBe(true)
  })
  it('a flag is set, or a number added to it', () => {
    const steps = [
      { id: 'f', kind: 'flag', flag: 'lit', set: true },
      { id: 'g', kind: 'flag', flag: 'count', add: -0.5, at: 1 },
    ]
    expect(logFor(made(steps)).events.filter((e) => e.kind === 'flag')).toEqual([
      { t: 1.7, kind: 'flag', flag: 'lit', value: true },
      { t: 2.7, kind: 'flag', flag: 'count', value: 1.5 },
    ])
  })
})

describe('a signal for those inside', () => {
  const heard = (inside: boolean) =>
    lines(
      logFor(
        show({
          cues: [
            { id: 'send', name: 'Send', steps: [{ id: 's', kind: 'signal', name: 'ring' }] },
            { id: 'answer', name: 'Answer', steps: [] },
          ],
          zones: [
            { id: 'a', name: 'A', ...across(2, 4), rules: [{ id: 'r', on: { at: 'enter' }, cue: 'send' }] },
            {
              id: 'c',
              name: 'C',
              ...across(12, 14),
              rules: [{ id: 'i', on: { at: 'signal', name: 'ring', inside }, cue: 'answer' }],
            },
          ],
          walks: [
            walk('w', point(0), point(5)),
            walk('v', point(13, { pause: 20 })),
            walk('u', point(12.5, { pause: 20 })),
          ],
        }),
        { walks: ['w', 'v', 'u'] },
      ).events,
      'fire',
    )
  it('is heard once by each body in the zone, in walk order, whoever sent it', () =>
    expect(heard(true)).toEqual(['1.7 fire a r send', '1.7 v:fire c i answer', '1.7 u:fire c i answer']))
  it('without that it is heard once, by who sent it', () =>
    expect(heard(false)).toEqual(['1.7 fire a r send', '1.7 fire c i answer']))
})
