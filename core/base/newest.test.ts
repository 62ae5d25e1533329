import { expect, it } from 'vitest'
import { newestOnly } from './newest'

it('answers the newest question last, and those in between not at all', async () => {
  const answered: number[] = []
  let asked = 0
  let release = () => {}
  const look = newestOnly(async () => {
    const question = asked
    await new Promise<void>((done) => (release = done))
    answered.push(question)
  })
  const ask = () => (asked++, look())
  const all = [ask(), ask(), ask()]
  release()
  await Promise.resolve()
  while (answered.length < 2) {
    release()
    await Promise.resolve()
  }
  await Promise.all(all)
  expect(answered).toEqual([1, 3])
})

it('can be asked again after it has failed', async () => {
  let times = 0
  const look = newestOnly(async () => {
    if (times++ === 0) throw new Error('not yet')
  })
  await expect(look()).rejects.toThrow('not yet')
  await look()
  expect(times).toBe(2)
})
