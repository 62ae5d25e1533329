import { expect, it } from 'vitest'
import { freeOf } from './over-plan'

it('what is free of tools: each takes the side where it costs least', () => {
  expect(freeOf(800, 400, [])).toEqual([0, 0, 800, 400])
  const [bar, ladder, line] = [[10, 10, 610, 46], [10, 56, 136, 240], [12, 380, 500, 394]] as const // prettier-ignore
  expect(freeOf(800, 400, [bar, ladder, line])).toEqual([136, 46, 800, 380])
  // A panel at the right, over the lower half.
  expect(freeOf(800, 400, [bar, [560, 150, 790, 392]])).toEqual([0, 46, 560, 400])
  // What lies elsewhere takes nothing.
  expect(freeOf(800, 400, [[900, 0, 990, 400]])).toEqual([0, 0, 800, 400])
})
