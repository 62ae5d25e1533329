import { describe, expect, it } from 'vitest'
import { across, lines, logFor, point, show, walk } from '../../testing/small-show'

const kit = {
  id: 'creak',
  name: 'Creak',
  rules: [{ id: 'step-on', on: { at: 'enter' }, cue: 'cue', limit: { times: 1 } }],
}
const made = (a: object, b: object) =>
  show({
    kits: [kit],
    cues: [
      { id: 'cue', name: 'Cue', steps: [] },
      { id: 'other', name: 'Other', steps: [] },
    ],
    zones: [
      { id: 'a', name: 'A', ...across(2, 3), kit: 'creak', ...a },
      { id: 'b', name: 'B', ...across(5, 6), kit: 'creak', ...b },
    ],
    walks: [walk('w', point(0), point(8), point(0))],
  })
const heard = (...args: Parameters<typeof made>) => lines(logFor(made(...args)).events, 'fire', 'held')

describe('kits', () => {
  it('each zone has its own memory of the rule, which the log names after the zone', () => {
    expect(heard({}, {})).toEqual([
      '1.7 fire a a/step-on cue',
      '4.7 fire b b/step-on cue',
      '9.7 held b b/step-on limit',
      '12.7 held a a/step-on limit',
    ])
  })
  it('a field in the overrides replaces the whole field, in that zone only', () => {
    expect(heard({ overrides: { 'step-on': { limit: { times: 2 }, cue: 'other' } } }, {})).toEqual([
      '1.7 fire a a/step-on other',
      '4.7 fire b b/step-on cue',
      '9.7 held b b/step-on limit',
      '12.7 fire a a/step-on other',
    ])
  })
  it('the kit’s rules come before the zone’s own', () => {
    const own = { rules: [{ id: 'own', on: { at: 'enter' }, cue: 'other' }] }
    expect(heard(own, {})[0]).toBe('1.7 fire a a/step-on cue')
    expect(heard(own, {})[1]).toBe('1.7 fire a own other')
  })
  it('an override of a rule the kit does not have is refused by name', () => {
    expect(() => made({ overrides: { none: { chance: 1 } } }, {})).toThrow(
      '/zones/0/overrides/none is not a rule of the zone’s kit',
    )
  })
})
