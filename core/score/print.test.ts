import { describe, expect, it } from 'vitest'
import { run, walksOf } from '../engine'
import { across, show as smallShow } from '../testing/small-show'
import { printOf, scoreOf, usualWalks } from '.'

const zone = (id: string, from: number, to: number, rules: object[] = []) => ({
  id,
  name: id,
  ...across(from, to),
  rules,
})
const points = [0, 4, 9, 12].map((x) => ({ at: [x, 0, 0] }))
const show = smallShow({
  cues: [{ id: 'c', name: 'Cue', steps: [] }],
  zones: [
    zone('late', 8, 9),
    zone('early', 2, 3, [
      { id: 'r', on: { at: 'enter' }, cue: 'c' },
      { id: 'no', on: { at: 'enter' }, cue: 'c', chance: 0 },
    ]),
    zone('never', 40, 41),
  ],
  walks: [
    { id: 'short', name: 'Short', points: points.slice(0, 2) },
    { id: 'long', name: 'Long', points },
    { id: 'rat', name: 'Rat', body: { kind: 'creature' }, points: points.slice(0, 2) },
  ],
})

describe('the print of a show', () => {
  it('is of the longest walk of a player, with every creature', () => {
    expect(usualWalks(show)).toEqual(['long', 'rat'])
    const made = run(show, walksOf(show, ['long', 'rat']), { seed: 7 })
    const lanes = scoreOf(show, made).lanes.filter(({ met }) => met !== undefined)
    const print = printOf(show, () => false)
    expect(print.length).toBe(made.length)
    expect(print.lanes).toHaveLength(2)
    expect(print.lanes.map(({ fired, held }) => [fired.length, held.length])).toEqual(
      lanes.map(({ fired, held }) => [fired.length, held.length]),
    )
    expect(print.lanes[0].fired[0]).toBeCloseTo(lanes[0].fired[0].t, 1)
    expect(print.lanes[0].held.length).toBeGreaterThan(0)
  })
  it('has all zones in its place, and ends where somebody has waited long enough', () => {
    const print = printOf(show, () => true)
    const pausing = show.walks.map((each) => ({ ...each, points: each.points.map((at) => ({ ...at, pause: 30 })) }))
    const slow = { ...show, walks: pausing }
    expect([printOf(slow, () => true).isWhole, printOf(slow, () => false).isWhole]).toEqual([false, true])
    expect(print.zones).toBe(3)
    expect(print.place.zones).toHaveLength(3)
    const [x0, , x1] = print.place.box
    expect(x1).toBeGreaterThan(x0)
  })
  it('of a show in which nobody walks is its place alone', () => {
    const still = smallShow({ zones: [zone('early', 2, 3)], walks: [] })
    expect(printOf(still, () => false)).toMatchObject({ length: 0, lanes: [], zones: 1 })
  })
})
