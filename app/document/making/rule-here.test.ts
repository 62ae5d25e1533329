import { describe, expect, it } from 'vitest'
import { eventsOf, run } from '~~/core/engine'
import { checkTouched, patchOf, rulesAt, type Rule, type Show } from '~~/core/show'
import { across, show as smallShow } from '~~/core/testing/small-show'
import { loggedName, placeOfRule, putIn, type RuleHere } from './rule-here'

/** Two zones that share a kit's rule; the second has one of its own too. */
const made = smallShow({
  cues: [{ id: 'cue', name: 'Cue', steps: [] }],
  kits: [{ id: 'kit', name: 'Boards', rules: [{ id: 'k', on: { at: 'enter' }, cue: 'cue', limit: { times: 3 } }] }],
  zones: [
    { id: 'a', name: 'A', ...across(2, 4), kit: 'kit' },
    {
      id: 'b',
      name: 'B',
      ...across(8, 10),
      kit: 'kit',
      overrides: { k: { delay: 1 } },
      rules: [{ id: 'own', on: { at: 'leave' }, cue: 'cue' }],
    },
  ],
})
const [a, b] = made.zones as [Show['zones'][number], Show['zones'][number]]
const [kit] = made.kits as [Show['kits'][number]]
const [shared] = kit.rules as [Rule]

function after<F extends keyof Rule>(which: RuleHere, field: F, value: Rule[F] | undefined): Show {
  const { show, patch } = patchOf(made, (edit) => putIn(which, edit, field, value))
  checkTouched(show, patch)
  return show
}
const fires = (show: Show): string[] =>
  eventsOf(run(show, show.walks, { seed: 1 })).flatMap((e) => (e.kind === 'fire' ? [e.rule] : []))

it('a zone has the rules of its kit, with its exceptions, and then its own', () =>
  expect(rulesAt(made, b).map(({ id, delay }) => [id, delay])).toEqual([
    ['k', 1],
    ['own', 0],
  ]))

describe('where a change of a rule goes', () => {
  it('of a rule of its own: to the zone', () => {
    const own = { zone: b, rule: b.rules[0]! }
    const now = after(own, 'chance', 0)
    expect(now.zones[1]!.rules[0]!.chance).toBe(0)
    expect([loggedName(own), placeOfRule(own)]).toEqual(['own', 'B'])
    expect(fires(now)).toEqual(['a/k', 'b/k'])
  })
  it('of a kit’s rule: to every zone that shares it', () => {
    const all = { zone: a, rule: shared, kit }
    const now = after(all, 'chance', 0)
    expect(now.kits[0]!.rules[0]!.chance).toBe(0)
    expect([loggedName(all), placeOfRule(all)]).toEqual(['a/k', 'the kit Boards'])
    expect(fires(now)).toEqual(['own'])
  })
  it('as an exception: to this zone only, beside those it has', () => {
    const here = { zone: b, rule: shared, kit, here: true }
    const now = after(here, 'chance', 0)
    expect(now.kits).toBe(made.kits)
    expect(now.zones[1]!.overrides).toEqual({ k: { delay: 1, chance: 0 } })
    // In one edit one after the other, nothing of the first is lost.
    const both = patchOf(made, (edit) => {
      putIn(here, edit, 'chance', 0)
      putIn(here, edit, 'debounce', 2)
    }).show
    expect(both.zones[1]!.overrides).toEqual({ k: { delay: 1, chance: 0, debounce: 2 } })
    expect([loggedName(here), placeOfRule(here)]).toEqual(['b/k', 'B'])
    expect(fires(now)).toEqual(['a/k', 'own'])
  })
  it('a first exception makes room for itself', () =>
    expect(after({ zone: a, rule: shared, kit, here: true }, 'debounce', 2).zones[0]!.overrides).toEqual({
      k: { debounce: 2 },
    }))
  it('taken away it is taken away: from the kit, or so that the kit’s holds again', () => {
    expect(after({ zone: a, rule: shared, kit }, 'limit', undefined).kits[0]!.rules[0]).not.toHaveProperty('limit')
    expect(after({ zone: b, rule: shared, kit, here: true }, 'delay', undefined).zones[1]!.overrides).toEqual({ k: {} })
  })
  it('what the show can’t have is refused, whoever it is for', () => {
    for (const which of [
      { zone: b, rule: b.rules[0]! },
      { zone: a, rule: shared, kit },
      { zone: a, rule: shared, kit, here: true },
    ]) {
      expect(() => after(which, 'cue', 'nothing')).toThrow(/nothing/)
      expect(() => after(which, 'chance', 7)).toThrow(/chance/)
    }
  })
})
