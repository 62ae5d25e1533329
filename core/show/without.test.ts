import { describe, expect, it } from 'vitest'
import { across, lines, logFor, show } from '../testing/small-show'
import { withoutPieces, type Pieces } from '.'

const rule = (id: string, cue: string, more: object = {}) => ({ id, on: { at: 'enter' }, cue, ...more })
const made = show({
  place: {
    lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 3 }],
    props: [{ id: 'jar', name: 'Jar', kind: 'box', at: [0, 0, 0], size: [1, 1, 1] }],
  },
  cues: ['own', 'shared', 'timed', 'chained'].map((id) => ({ id, name: id, steps: [] })),
  kits: [{ id: 'k', name: 'K', rules: [rule('both', 'shared')] }],
  zones: [
    { id: 'first', name: 'First', ...across(2, 4), rules: [rule('a', 'own')], kit: 'k' },
    { id: 'second', name: 'Second', ...across(6, 8), rules: [], kit: 'k', overrides: { both: { cue: 'own' } } },
  ],
  rules: [
    { id: 'at-nine', on: { at: 'clock', seconds: 9 }, cue: 'timed' },
    { id: 'after', on: { at: 'end', cue: 'timed' }, cue: 'chained' },
  ],
})
const NONE: Pieces = { zones: [], cues: [], props: [], lights: [] }
const fired = (pieces: Partial<Pieces>) =>
  lines(logFor(withoutPieces(made, { ...NONE, ...pieces })).events, 'fire').map((each) =>
    each.replace(/^\S+ fire /, ''),
  )

describe('a show without some of its pieces', () => {
  it('fires all that the others fire, by the same names', () => {
    expect(fired({})).toEqual(['first first/both shared', 'first a own', 'second second/both own', 'at-nine timed', 'after chained']) // prettier-ignore
    expect(fired({ zones: ['first'] })).toEqual(['second second/both own', 'at-nine timed', 'after chained'])
  })
  it('without a cue, wherever that is fired, nothing follows on its end', () => {
    expect(fired({ cues: ['own'] })).toEqual(['first first/both shared', 'at-nine timed', 'after chained'])
    expect(fired({ cues: ['timed', 'shared'] })).toEqual(['first a own', 'second second/both own'])
  })
  it('has no prop and no light of them', () => {
    const { place } = withoutPieces(made, { ...NONE, props: ['jar'], lights: ['lamp'] })
    expect([place.props[0].shown, place.props[0].solid, place.lights[0].on]).toEqual([false, false, false])
    expect(made.place.lights[0].on).toBe(true)
  })
})
