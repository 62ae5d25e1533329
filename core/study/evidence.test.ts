import { describe, expect, it } from 'vitest'
import { dithering, oneRule } from '../testing/small-show'
import { eventsOf } from '../engine'
import { cooldownDots, debounceDots, getMore, observe, runOfWalker, type Evidence, type Moment } from '.'

describe('evidence', () => {
  const moments = (...times: number[]): Moment[] => times.map((t) => ({ walker: 1, t, fired: true, plays: 2 }))
  it('a debounce stops gaps shorter than it', () => {
    expect(debounceDots(moments(1, 2, 5), 1.5).map((dot) => [dot.gap, dot.held])).toEqual([
      [1, true],
      [3, false],
    ])
  })
  it('who gets a rule more than once is nobody where it is limited to once', () => {
    const dots = [{ gap: 9, t: 10, walker: 1, held: false }, { gap: 2, t: 12, walker: 2, held: true }] // prettier-ignore
    expect([getMore(dots, {}), getMore(dots, { limit: { times: 2 } }), getMore(dots, { limit: { times: 1 } })]).toEqual(
      [1, 1, 0],
    )
  })
  it('a cooldown counts from the last firing that it would let through', () => {
    const rule = { debounce: 0 }
    expect(
      cooldownDots(moments(0, 3, 5, 9), rule, { seconds: 4, from: 'fire' }).map((dot) => [dot.gap, dot.held]),
    ).toEqual([
      [3, true],
      [5, false],
      [4, false],
    ])
    expect(cooldownDots(moments(0, 3, 7), rule, { seconds: 4, from: 'end' }).map((dot) => [dot.gap, dot.held])).toEqual(
      [
        [1, true],
        [5, false],
      ],
    )
  })
  it('gaps of one walker say nothing about another', () => {
    expect(debounceDots([...moments(1), { walker: 2, t: 2, fired: true, plays: 0 }], 5)).toEqual([])
  })
  it('walkers of a large study have the moments they have as one of the few', () => {
    const dithered = oneRule({ cooldown: { seconds: 2 } }, [], { show: { walks: [dithering(1, 3, 5, 9)] } })
    for (const walker of [501, 640]) {
      const first: Evidence = new Map()
      observe(dithered, { walks: ['w'] }, walker, first)
      const again: Evidence = new Map()
      observe(dithered, { walks: ['w'] }, walker, again)
      expect(first.get('r')!.length).toBeGreaterThan(2)
      expect(again).toEqual(first)
      const { log } = runOfWalker(dithered, { walks: ['w'] }, walker)
      expect(first.get('r')!.map((m) => m.t)).toEqual(
        eventsOf({ log }).flatMap((e) => (e.kind === 'fire' || e.kind === 'held' ? [e.t] : [])),
      )
    }
  })
  it('observing a walker gives each moment of each rule', () => {
    const dithered = oneRule({ cooldown: { seconds: 100 } }, [], { show: { walks: [dithering(1, 3, 5)] } })
    const evidence: Evidence = new Map()
    for (let walker = 1; walker <= 20; walker++) observe(dithered, { walks: ['w'] }, walker, evidence)
    expect(evidence.get('r')!.filter((m) => m.fired)).toHaveLength(20)
    expect(evidence.get('r')!.length).toBeGreaterThanOrEqual(60)
  })
})
