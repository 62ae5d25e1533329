import { expect, it } from 'vitest'
import { Turns } from '~~/core/light'
import { FlashCap } from './flash-cap'

it('what flashes ten times a second is shown with fewer than three flashes, what is steady as it is', () => {
  const cap = new FlashCap()
  const turns = new Turns((low, high) => high - low >= 0.1)
  for (let n = 0; n < 300; n++) {
    const luminance = Math.floor(n / 3) % 2 === 0 ? 0.9 : 0.02
    turns.add(n / 60, luminance * cap.dim(luminance, n / 60))
  }
  for (const from of turns.times)
    expect(turns.times.filter((t) => t >= from && t < from + 1).length).toBeLessThan(2 * 3)
  const steady = new FlashCap()
  expect([0, 1, 2].map((t) => steady.dim(0.7, t))).toEqual([1, 1, 1])
})
