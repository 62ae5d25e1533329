import { expect, it } from 'vitest'
import { placesOf, saidAt, valueAt, type Charted, type Series } from './chart'

const series = (more: Partial<Series>): Series => ({
  name: 'Beds',
  says: (y) => `${y} dB`,
  colour: '#ffffff',
  points: [
    { x: 0, y: -30 },
    { x: 2, y: -20 },
    { x: 6, y: -40 },
  ],
  ...more,
})

it('has a value of a line at the nearest place, of steps what holds there, of stems only what stands there', () => {
  expect([0.4, 1.5, 9].map((x) => valueAt(series({}), x))).toEqual([-30, -20, -40])
  expect([-1, 1.9, 2, 9].map((x) => valueAt(series({ as: 'steps' }), x))).toEqual([undefined, -30, -20, -40])
  expect([2, 2.1].map((x) => valueAt(series({ as: 'stems' }), x))).toEqual([-20, undefined])
})
it('is gone through by the places that any series has, the first and the last among them', () => {
  const all = [series({}), series({ points: [{ x: 4, y: 0 }, { x: 2, y: 0 }] })] // prettier-ignore
  expect(placesOf(all)).toEqual([0, 2, 4, 6])
  expect(placesOf(all, 2)).toEqual([0, 6])
})
it('says a place with all that has a value there', () => {
  const chart: Charted = {
    name: 'Loudness',
    saysX: (x) => `at ${x} s`,
    series: [series({}), series({ name: 'Drops', as: 'stems', points: [{ x: 6, y: -12 }] })],
    x: { min: 0, max: 6 },
    y: { min: -60, max: 0 },
  }
  expect(saidAt(chart, 2)).toBe('at 2 s, Beds -20 dB')
  expect(saidAt(chart, 6)).toBe('at 6 s, Beds -40 dB, Drops -12 dB')
})
