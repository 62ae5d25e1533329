import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Gathered, takeOut } from '.'

describe('lists', () => {
  it('gathered numbers come in order, few and many', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1e6, max: 1e6 }), { maxLength: 200 }), (numbers) => {
        const gathered = new Gathered()
        for (const number of numbers) gathered.add(number)
        gathered.sort()
        const sorted = Array.from({ length: gathered.count }, (_, i) => gathered.at(i))
        expect(sorted).toEqual([...numbers].sort((a, b) => a - b))
      }),
    )
  })
  it('an item is taken out where it is, and the rest keeps its order', () => {
    const list = ['a', 'b', 'c', 'b']
    takeOut(list, 'b')
    takeOut(list, 'x')
    expect(list).toEqual(['a', 'c', 'b'])
  })
})
