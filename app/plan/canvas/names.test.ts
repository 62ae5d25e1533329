import { describe, expect, it } from 'vitest'
import { layNames, type Named, type Rect } from './names'

const named = (id: string, box: Rect, width = 60): Named => ({ id, words: id, width, box })
const overlap = (a: Rect, b: Rect) => a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3]

describe('names in the plan', () => {
  it('stand above what they name, or where else there is room beside it', () => {
    const [first, second] = layNames([named('a', [100, 100, 300, 200]), named('b', [100, 98, 300, 202])], [])
    expect([first!.x, first!.y]).toEqual([100, 95])
    expect([second!.x, second!.y]).toEqual([240, 93])
  })
  it('never lie on each other, nor on what is taken, however close together they are', () => {
    const taken: Rect[] = [[0, 0, 400, 46]]
    const zones = Array.from({ length: 60 }, (_, i) => {
      const [x, y] = [(i % 10) * 31, Math.floor(i / 10) * 23]
      return named(`zone ${i}`, [x, y, x + 40, y + 25], 40 + (i % 7) * 12)
    })
    const laid = layNames(zones, taken)
    expect(laid.length).toBeGreaterThan(6)
    const rects = laid.map(({ rect }) => rect)
    for (const [i, rect] of rects.entries())
      expect([...taken, ...rects.slice(0, i)].filter((other) => overlap(rect, other))).toEqual([])
  })
  it('are left out where there is no room, later ones first, and after so many', () => {
    const same = [named('a', [0, 0, 10, 10]), ...Array.from({ length: 9 }, (_, i) => named(`b${i}`, [0, 0, 10, 10]))]
    expect(layNames(same, [[-200, -200, 200, 200]])).toEqual([])
    const laid = layNames(same, [])
    expect(laid[0]!.id).toBe('a')
    expect(laid.length).toBeLessThan(same.length)
    expect(layNames(same, [], 1)).toHaveLength(1)
  })
})
