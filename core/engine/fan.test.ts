import { beforeAll, describe, expect, it } from 'vitest'
import { made, of, played } from '../testing/flung-crate'
import { fan } from '.'
import { prepare } from './run'

beforeAll(() => prepare(made({})))

describe('a fan of flights', () => {
  const wild = { speed: [4, 8] as [number, number], spread: 20 }
  it('has for each seed the flight that a run with that seed has', () => {
    const document = made(wild)
    const flights = fan(document, 'c', 'f', [1, 2, 3])
    for (const { seed, speed, positions } of flights) {
      const result = played(document, seed)
      expect(of(result, 'step').find((e) => e.of === 'fling').speed).toBe(speed)
      expect(positions).toEqual(result.flights[0].positions)
    }
    expect(new Set(flights.map((flight) => flight.speed)).size).toBe(3)
  })
  it('names a rule or a step that is not there', () => {
    expect(() => fan(made({}), 'nope', 'f', [1])).toThrow('The show has no rule "nope" that is on')
    expect(() => fan(made({}), 'c', 'g', [1])).toThrow('The cue "Throw" has no fling "g"')
  })
})
