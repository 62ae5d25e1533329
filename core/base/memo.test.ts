import { expect, it } from 'vitest'
import { memo, memoFor } from './memo'

it('works out once for each object, also where nothing comes of it', () => {
  let worked = 0
  const of = memo((list: number[]) => {
    worked++
    return list[0]
  })
  const [empty, one] = [[], [7]] as number[][]
  expect([of(empty), of(empty), of(one), of(one)]).toEqual([undefined, undefined, 7, 7])
  expect(worked).toBe(2)
})

it('works out anew when something else that it hangs on is another one, and keeps the last only', () => {
  const kept = memoFor<object, string>()
  const worked: string[] = []
  const key = {}
  const ask = (a: unknown, b: unknown) =>
    kept(key, [a, b], () => {
      worked.push(`${String(a)}${String(b)}`)
      return `${String(a)}${String(b)}`
    })
  expect([ask(1, NaN), ask(1, NaN), ask(2, NaN), ask(1, NaN)]).toEqual(['1NaN', '1NaN', '2NaN', '1NaN'])
  expect(worked).toEqual(['1NaN', '2NaN', '1NaN'])
  expect(kept({}, [1, NaN], () => 'of another')).toBe('of another')
})
