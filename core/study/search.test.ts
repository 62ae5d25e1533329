import { describe, expect, it } from 'vitest'
import { nearerOf, numbersOf, proposalOf, type SearchedNumber } from './search'
import { shareOf } from './shares'
import type { Swept } from './sweep'
import { oneRule } from '../testing/small-show'

const at = (value: number, never: number, more: number): Swept => ({
  value,
  never: shareOf(never, 100),
  more: shareOf(more, 100),
})
const most = { never: 0.1, more: 0.1 }
const cooldown: SearchedNumber = { rule: 'r', field: 'cooldown.seconds', now: 10, values: [0, 20, 40, 60] }

describe('a search for values', () => {
  it('tries every number that the rules of a cue can have', () => {
    const fields = numbersOf(oneRule({ cooldown: { seconds: 4, from: 'fire' } }), 'cue').map(({ field, now, values }) => [field, now, values[0], values.at(-1)]) // prettier-ignore
    expect(fields).toContainEqual(['cooldown.seconds', 4, 0, 10])
    expect(fields).toContainEqual(['limit.times', undefined, 1, 10])
    // Nobody has to dwell for it.
    expect(fields.map(([field]) => field)).not.toContain('on.seconds')
  })
  it('proposes the value nearest to what it is now, of those that keep both wishes', () => {
    const found = [at(0, 0, 80), at(20, 2, 30), at(40, 4, 9), at(60, 9, 0)]
    expect(proposalOf(cooldown, found, most)).toMatchObject({ found: { value: 40 }, change: 0.5 })
    // Without a limit it fires as often as can be: a high limit is nearer to that than a low one.
    const limit: SearchedNumber = { rule: 'r', field: 'limit.times', now: undefined, values: [1, 2, 3, 4] }
    expect(proposalOf(limit, [at(1, 0, 0), at(2, 0, 5), at(3, 0, 20)], most)?.found.value).toBe(2)
    expect(proposalOf(cooldown, found, { never: 0, more: 0 })).toBeUndefined()
  })
  it('then comes nearer, and no farther than to what does not keep them', () => {
    const proposal = proposalOf(cooldown, [at(20, 0, 30), at(40, 0, 5)], most)!
    const { values } = nearerOf(cooldown, proposal)!
    expect([Math.min(...values) > 20, Math.max(...values) < 40, values.length]).toEqual([true, true, 5])
    const limit: SearchedNumber = { rule: 'r', field: 'limit.times', now: 2, values: [1, 2, 3] }
    expect(nearerOf(limit, proposalOf(limit, [at(1, 0, 0)], most)!)).toBeUndefined()
  })
})
