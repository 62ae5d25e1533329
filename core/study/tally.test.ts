import { describe, expect, it } from 'vitest'
import { eventsOf, facingAt, positionAt, prepare } from '../engine'
import { patchOf } from '../show'
import { dithering, oneRule, point, walk } from '../testing/small-show'
import { BANDS, cueTally, outcomeOf, quantilesOf, quietOver, quietsOf, runOfWalker, shareOf, type Outcome } from '.'

const WALKERS = 60
const dithered = oneRule({ chance: 0.6, cooldown: { seconds: 2 } }, [], { show: { walks: [dithering(1, 3, 5, 9)] } })
const { show } = patchOf(dithered, (edit) => edit.set(['cues', 'cue', 'scare'], true))
const outcomes = Array.from({ length: WALKERS }, (_, i) => outcomeOf(show, { walks: ['w'] }, i + 1))

describe('a study', () => {
  it('counts what the log of each walker’s whole run has', async () => {
    await prepare(show)
    for (const outcome of outcomes) {
      const events = eventsOf(runOfWalker(show, { walks: ['w'] }, outcome.walker))
      const fires = events.filter(({ kind }) => kind === 'fire').map(({ t }) => t)
      const held = events.flatMap((event) => (event.kind === 'held' ? [event.gate] : []))
      expect(outcome.times[0]).toBe(fires.length)
      expect(outcome.first[0]).toEqual(fires[0] ?? NaN)
      expect([...outcome.scares]).toEqual(fires)
      const played = runOfWalker(show, { walks: ['w'] }, outcome.walker)
      const where = fires.length > 0 ? [...positionAt(played.paths[0], fires[0]), facingAt(show, played, 0, fires[0])] : [NaN, NaN, NaN, NaN] // prettier-ignore
      expect([...outcome.stood]).toEqual(where.map(Math.fround))
      expect(outcome.held.reduce((sum, n) => sum + n, 0)).toBe(held.length)
    }
  })

  it('says of a cue how many meet it never, once, more often, when first, and what held it', () => {
    const tally = cueTally(outcomes, 0)
    const times = outcomes.map((outcome) => outcome.times[0])
    expect([tally.never.count, tally.once.count, tally.more.count]).toEqual([
      times.filter((n) => n === 0).length,
      times.filter((n) => n === 1).length,
      times.filter((n) => n > 1).length,
    ])
    expect(tally.more.count).toBeGreaterThan(10)
    expect(tally.first[2]).toBeGreaterThan(1)
    expect([...tally.first].sort((a, b) => a - b)).toEqual(tally.first)
    expect(tally.held.map(({ gate }) => gate)).toEqual(['cooldown', 'chance'])
    const { more, once } = tally.walkers
    expect(outcomes[more! - 1].times[0]).toBeGreaterThan(1)
    expect(outcomes[once! - 1].times[0]).toBe(1)
  })

  it('says why somebody never meets it', () => {
    const why = (made: typeof show) =>
      cueTally([outcomeOf(made, { walks: ['w'] }, 1)], 0).missed.map((miss) => miss.why)
    const far = oneRule({}, [], { show: { walks: [walk('w', point(50), point(60))] } })
    const unpressed = oneRule({ on: { at: 'use' } }, [], { show: { walks: [walk('w', point(0), point(20))] } })
    const never = oneRule({ chance: 0 }, [], { show: { walks: [walk('w', point(0), point(20))] } })
    expect([why(far), why(unpressed), why(never)]).toEqual([['not there'], ['no press'], ['chance']])
  })

  it('tells how long ago the last scare was, over the run, and how long quiets last', () => {
    const of = (walker: number, length: number, ...scares: number[]) =>
      ({ walker, length, scares: Float64Array.from(scares) }) as Outcome
    const two = [of(1, 10, 4, 4, 6), of(2, 10, 2)]
    const { t, bands } = quietOver(two, 1)
    expect(t).toHaveLength(11)
    const middle = bands.map((band) => band[BANDS.indexOf(0.5)])
    expect(middle.slice(0, 7)).toEqual([0, 1, 1, 2, 1, 2, 2])
    expect(quietsOf(two)).toEqual([{ walker: 1, t: 4, seconds: 2 }])
  })
})

describe('a share', () => {
  it('lies between what Wilson’s interval says, and is never surer than it can be', () => {
    const { low, high } = shareOf(10, 100)
    expect([low, high]).toEqual([expect.closeTo(0.0552, 4), expect.closeTo(0.1744, 4)])
    expect(shareOf(0, 20)).toMatchObject({ share: 0, low: 0, high: expect.closeTo(0.1611, 4) })
    expect(shareOf(0, 0)).toMatchObject({ low: 0, high: 1 })
  })
  it('of a list is found between its neighbours', () => {
    expect(quantilesOf([1, 2, 3, 5], [0, 0.5, 1])).toEqual([1, 2.5, 5])
    expect(quantilesOf([], [0.5])).toEqual([NaN])
  })
})
