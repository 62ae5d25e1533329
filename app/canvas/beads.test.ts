import { describe, expect, it } from 'vitest'
import type { Act, Lane } from '~~/core/score'
import { LANE, RULER, type Layout } from './axes'

// Outside a browser there are no paths to draw.
globalThis.Path2D ??= class {} as never
const { beadsOf } = await import('./beads')

const act = (t: number, step = 's'): Act => ({ t, kind: 'flag', cue: 'c', step, playing: 1 })
const lane = (acts: Act[], fired: number[] = []): Lane => ({
  zone: 'z',
  name: 'Z',
  presences: [],
  fired: fired.map((t) => ({ t, rule: 'r', cue: 'c', playing: 1 })),
  held: [],
  playings: [],
  acts,
  debounces: [],
  cooldowns: [],
})
/** Ten pixels a second. */
const layout: Layout = { width: 1000, height: 300, from: 0, to: 100, ruler: RULER, lane: LANE, scroll: 0, curves: 250 }
const places = (of: Lane, within = layout) => beadsOf(within, of).map(({ act: { t }, x }) => [t, x])

describe('beads in a lane', () => {
  it('stand at their time', () =>
    expect(places(lane([act(50), act(10)]))).toEqual([
      [10, 100],
      [50, 500],
    ]))
  it('stand beside one another where they fall together, and clear of a match', () =>
    expect(places(lane([act(10), act(10), act(10)], [10]))).toEqual([
      [10, 108],
      [10, 117],
      [10, 126],
    ]))
  it('are left out where they would stand too far from their time, and come back closer up', () => {
    const crowd = lane(Array.from({ length: 12 }, (_, i) => act(10 + i / 10)))
    const seen = places(crowd)
    expect(seen.length).toBeLessThan(6)
    for (const [t, x] of seen) expect(x! - t! * 10).toBeLessThanOrEqual(27)
    expect(places(crowd, { ...layout, from: 9, to: 12 })).toHaveLength(12)
  })
  it('out of sight are not drawn', () => expect(places(lane([act(10)]), { ...layout, from: 20, to: 30 })).toEqual([]))
})
