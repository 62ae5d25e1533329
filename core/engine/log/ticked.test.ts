import { expect, it } from 'vitest'
import { across, point, show, walk } from '../../testing/small-show'
import { run, walksOf } from '..'
import { asTicked } from './ticked'

/** Feet that run at 10 m/s over a strip of 0.1 m: a presence of 10 ms. */
const made = show({
  zones: [
    { id: 'thin', name: 'Thin', notices: 'feet', ...across(3.02, 3.12) },
    { id: 'wide', name: 'Wide', notices: 'feet', ...across(10, 14) },
  ],
  walks: [walk('w', point(0, { pace: 10 }), point(20))],
})
const result = run(made, walksOf(made, ['w']), { seed: 1 })

it('misses a thin zone at speed as often as its length is short of a tick', () => {
  for (const hz of [20, 30, 60]) {
    const [thin, wide] = asTicked(result, hz)
    expect(thin.missed / 1000).toBeCloseTo(1 - 0.01 * hz, 2)
    expect(wide.missed).toBe(0)
    expect(wide.late.most).toBeCloseTo(1 / hz, 9)
    expect(wide.late.mean).toBeCloseTo(1 / hz / 2, 9)
  }
})

it('agrees with a game that really looks, phase by phase', () => {
  const hz = 60
  for (const { from, to, missed } of asTicked(result, hz)) {
    let misses = 0
    for (let phase = 0; phase < 1000; phase++) {
      const first = (Math.ceil(from * hz - phase / 1000 - 1e-9) + phase / 1000) / hz
      if (first > to + 1e-12) misses++
    }
    expect(missed).toBe(misses)
  }
})
