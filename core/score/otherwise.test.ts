import { describe, expect, it } from 'vitest'
import { firedOtherwise } from './otherwise'
import type { Score } from './lane'

/** A score in which rules fired at some times, each rule in a zone of its name. */
function fired(times: { [rule: string]: number[] }): Score {
  const lanes = Object.entries(times).map(([rule, all]) => ({
    ...emptyLane(rule),
    fired: all.map((t, playing) => ({ t, rule, cue: `cue-${rule}`, playing })),
  }))
  return { lanes, noZone: undefined, signals: [], locks: [] }
}
const emptyLane = (zone: string) => ({
  zone,
  name: zone,
  presences: [],
  held: [],
  playings: [],
  acts: [],
  debounces: [],
  cooldowns: [],
})

describe('what fires otherwise', () => {
  it('is nothing of two runs that are the same', () => {
    expect(firedOtherwise(fired({ a: [1, 2] }), fired({ a: [1, 2] }))).toEqual([])
  })
  it('tells earlier, later, no more and new, in the order of time', () => {
    expect(firedOtherwise(fired({ a: [10], b: [5], c: [3] }), fired({ a: [12], b: [4.5], d: [8] }))).toEqual([
      { rule: 'c', cue: 'cue-c', zone: 'c', before: 3 },
      { rule: 'b', cue: 'cue-b', zone: 'b', before: 5, after: 4.5 },
      { rule: 'd', cue: 'cue-d', zone: 'd', after: 8 },
      { rule: 'a', cue: 'cue-a', zone: 'a', before: 10, after: 12 },
    ])
  })
  it('knows which of several is gone: those after it have not all moved', () => {
    expect(firedOtherwise(fired({ a: [10, 20, 40, 60] }), fired({ a: [10, 40, 61] }))).toEqual([
      { rule: 'a', cue: 'cue-a', zone: 'a', before: 20 },
      { rule: 'a', cue: 'cue-a', zone: 'a', before: 60, after: 61 },
    ])
  })
  it('is later where its delay is longer', () => {
    const after = fired({ a: [10] })
    const span = { playing: 0, cue: 'cue-a', from: 12.5, to: 20, look: 'rest' as never, delayed: 10 }
    after.lanes[0].playings.push(span)
    expect(firedOtherwise(fired({ a: [10] }), after)).toMatchObject([{ before: 10, after: 12.5 }])
  })
  it('is one gone and another new where they are far apart', () => {
    expect(firedOtherwise(fired({ a: [10] }), fired({ a: [100] }))).toEqual([
      { rule: 'a', cue: 'cue-a', zone: 'a', before: 10 },
      { rule: 'a', cue: 'cue-a', zone: 'a', after: 100 },
    ])
  })
})
