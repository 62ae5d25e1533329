import { describe, expect, it } from 'vitest'
import { across, dithering, oneRule, point, show as small, walk } from '../testing/small-show'
import { cueTally, keepsBoth, outcomeOf, rulesOfCue, shareOf, fieldsOf, sweptAt, triedBy, valuesOver, withSwept, type Sweep, type Swept } from '.' // prettier-ignore

const show = oneRule({ chance: 0.5 }, [], { show: { walks: [dithering(1, 3, 5, 9), walk('far', point(50), point(60))] } }) // prettier-ignore
const asked: Sweep = {
  rule: 'r',
  field: 'cooldown.seconds',
  values: [],
  cue: 'cue',
  setOut: { walks: ['w'] },
  walkers: 40,
}

describe('a sweep', () => {
  it('comes at each value to what a study of the show with that value does', async () => {
    for (const value of [0, 3, 100]) {
      const tried = withSwept(show, 'r', 'cooldown.seconds', value)
      expect(tried.zones[0]!.rules[0]!.cooldown).toEqual({ seconds: value, from: 'fire' })
      const outcomes = Array.from({ length: 40 }, (_, i) => outcomeOf(tried, { walks: ['w'] }, i + 1))
      const { never, more } = cueTally(outcomes, 0)
      expect(await sweptAt(show, asked, { value })).toEqual({ value, never, more })
    }
  })

  it('has the same walkers at every value: more rest never gives anybody more', async () => {
    const swept = await Promise.all(valuesOver([0, 12], 7).map((value) => sweptAt(show, asked, { value })))
    const more = swept.map((each) => each!.more.count)
    expect(more).toEqual([...more].sort((a, b) => b - a))
    expect(more[0]).toBeGreaterThan(more.at(-1)!)
    expect(new Set(swept.map((each) => each!.never.count)).size).toBe(1)
  })

  it('ends where it is told to', async () => {
    let left = 3
    expect(await sweptAt(show, asked, { value: 1 }, () => Promise.resolve(left-- > 0))).toBeUndefined()
  })

  it('tells the widest range that keeps both wishes', () => {
    const at = (value: number, never: number, more: number): Swept => ({ value, never: shareOf(never, 100), more: shareOf(more, 100) }) // prettier-ignore
    const swept = [at(0, 0, 40), at(10, 2, 8), at(20, 4, 6), at(30, 30, 0), at(40, 2, 2)]
    expect(keepsBoth(swept, { never: 0.05, more: 0.1 })).toEqual([10, 20])
    expect(keepsBoth(swept, { never: 0, more: 0 })).toBeUndefined()
  })

  it('knows the rules that fire a cue, and tries whole numbers where only those are any', () => {
    expect(rulesOfCue(show, 'cue')).toEqual(['r'])
    expect(valuesOver([1, 4], 7, true)).toEqual([1, 2, 3, 4])
    expect(withSwept(show, 'r', 'limit.times', 2.4).zones[0]!.rules[0]!.limit).toMatchObject({ times: 2 })
  })

  it('tries what a kit’s rule has for all its zones, or for one that has it otherwise', () => {
    const kits = [{ id: 'k', name: 'K', rules: [{ id: 'lure', on: { at: 'dwell', seconds: 1 }, cue: 'cue', cooldown: { seconds: 4 } }] }] // prettier-ignore
    const zone = (id: string, x: number, more: object) => ({ id, name: id, kit: 'k', ...across(x, x + 2), ...more })
    const zones = [zone('a', 2, {}), zone('b', 6, { overrides: { lure: { cooldown: { seconds: 9 } } } })]
    const cues = [{ id: 'cue', name: 'Cue', steps: [{ id: 's', kind: 'signal', name: 'x' }] }]
    const kit = small({ kits, zones, cues, walks: [walk('w', point(0), point(20))] })
    expect(rulesOfCue(kit, 'cue')).toEqual(['a/lure', 'b/lure'])
    const dwelt = withSwept(kit, 'a/lure', 'on.seconds', 3)
    expect(dwelt.kits[0].rules[0].on).toEqual({ at: 'dwell', seconds: 3 })
    const rested = withSwept(kit, 'b/lure', 'cooldown.seconds', 5)
    expect(rested.kits[0].rules[0].cooldown?.seconds).toBe(4)
    expect(rested.zones[1].overrides?.lure.cooldown?.seconds).toBe(5)
    expect(fieldsOf(kit.kits[0].rules[0])).not.toContain('on.within')
  })

  it('tries two numbers at once: each value of one with each of the other', async () => {
    const both: Sweep = { ...asked, values: [0, 6], second: { rule: 'r', field: 'chance', values: [0.2, 1] } }
    expect(triedBy(both).map(({ value, second }) => [value, second])).toEqual([[0, 0.2], [6, 0.2], [0, 1], [6, 1]]) // prettier-ignore
    const always = withSwept(show, 'r', 'chance', 1)
    expect(await sweptAt(show, both, { value: 6, second: 1 })).toEqual({ ...(await sweptAt(always, asked, { value: 6 })), second: 1 }) // prettier-ignore
    const [rarely, often] = await Promise.all([0.2, 1].map((second) => sweptAt(show, both, { value: 0, second })))
    expect(rarely!.never.count).toBeGreaterThan(often!.never.count)
  })
})
