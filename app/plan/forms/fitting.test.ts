import { describe, expect, it } from 'vitest'
import { asTicked, run, walksOf } from '~~/core/engine'
import { waysAround } from '~~/core/ground'
import { readShow, type Show, type Shape } from '~~/core/show'
import { doorwayAt, doorwaysOf, fittedTo, hangsAbove } from './fitting'

const rect = (x0: number, z0: number, x1: number, z1: number) => [[x0, z0], [x1, z0], [x1, z1], [x0, z1]] // prettier-ignore
const made = (shape: object, more: { opening?: object; angle?: number; pace?: number } = {}): Show =>
  readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Fit',
    place: {
      floors: [
        { id: 'a', name: 'A', y: 0, outline: rect(0, 0, 5, 6) },
        { id: 'b', name: 'B', y: 0, outline: rect(5, 0, 10, 6) },
      ],
      walls: [
        { id: 'm', from: [5, 0], to: [5, 6], openings: [{ id: 'o', at: 2.2, width: 1.4, ...more.opening }] },
        ...[[0, 0, 10, 0], [0, 6, 10, 6], [0, 0, 0, 6], [10, 0, 10, 6]].map(([x0, z0, x1, z1], i) => ({ id: `w${i}`, from: [x0, z0], to: [x1, z1] })), // prettier-ignore
      ],
    },
    zones: [{ id: 'z', name: 'Z', shape }],
    walks: [{ id: 'w', name: 'W', points: [{ at: [1, 0, 2.9], pace: more.pace ?? 3.5 }, { at: [9, 0, 2.9] }] }],
  })
const SMALL = { kind: 'box', at: [5.1, 0.4, 2.8], yaw: 20, size: [0.2, 1, 0.2] }
const fitted = (show: Show): Shape => fittedTo(show, doorwayAt(show, show.zones[0]!)!)

describe('a zone fitted to a doorway', () => {
  it('takes the whole way through, from the floor to 2.2 m, turned as its wall', () => {
    expect(fitted(made(SMALL))).toMatchObject({ kind: 'box', at: [5, 0, 2.9], size: [1.4, 2.2, expect.any(Number)] })
    expect(Math.abs((fitted(made(SMALL)) as { yaw: number }).yaw)).toBe(90)
  })
  it('lets nobody past', () => {
    const show = made(fitted(made(SMALL)))
    expect(waysAround(show, show.zones[0]!)).toBeUndefined()
    expect(waysAround(made(SMALL), made(SMALL).zones[0]!)).toBeDefined()
  })
  it('is deep enough that a game which looks 20 times a second sees a runner in it, whenever it looks', () => {
    const seen = (show: Show) => asTicked(run(show, walksOf(show, ['w']), { seed: 1 }), 20)
    const [presence, ...more] = seen(made(fitted(made(SMALL))))
    expect(more).toEqual([])
    expect(presence).toMatchObject({ zone: 'z', missed: 0 })
    // Five looks fall on somebody who runs through it, even if only their middle counted.
    expect(presence!.to - presence!.from).toBeGreaterThanOrEqual(5 / 20)
    const thin = made({ ...fitted(made(SMALL)), size: [1.4, 2.2, 0.01] }, { pace: 14 })
    expect(seen(thin)[0]!.missed).toBeGreaterThan(0)
  })
  it('is offered where a person fits through, near by, at its height', () => {
    expect(doorwaysOf(made(SMALL))).toHaveLength(1)
    expect(doorwaysOf(made(SMALL, { opening: { sill: 1, height: 1 } }))).toEqual([])
    expect(doorwaysOf(made(SMALL, { opening: { height: 1.7 } }))).toEqual([])
    const elsewhere = made({ ...SMALL, at: [7, 0, 2.8] })
    expect(doorwayAt(elsewhere, elsewhere.zones[0]!)).toBeUndefined()
    const above = made({ ...SMALL, at: [5, 4, 2.8] })
    expect(doorwayAt(above, above.zones[0]!)).toBeUndefined()
  })
})

it('how high a zone hangs is told by the floor under it, and not at all where there is none', () => {
  const over = (y: number, x = 2) => {
    const show = made({ kind: 'box', at: [x, y, 3], size: [1, 2, 1] })
    return hangsAbove(show, show.zones[0]!)
  }
  expect(over(0)).toBe(0)
  expect(over(0.4)).toBeCloseTo(0.4)
  expect(over(-0.5)).toBe(0)
  expect(over(0.4, 40)).toBeUndefined()
})
