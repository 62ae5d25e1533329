import type { Point, Show } from '../../show'
import { flightsIn, keepFlight } from './flights'
import type { Flight, Impact } from './physics'

/**
 * All flights that are known in a show's place, as numbers that travel: of each the place of its prop in the list, how many numbers say
 * how it was thrown, how many steps and impacts it has, and then these: x, y, z (m) of each step, seconds, x, y, z, speed of each impact.
 */
export function packedFlights({ place }: Show): Float64Array {
  return Float64Array.from(
    flightsIn(place).flatMap(({ prop, start, flight: { positions, impacts } }) => [
      place.props.indexOf(prop),
      start.length,
      positions.length,
      impacts.length,
      ...start,
      ...positions.flat(),
      ...impacts.flatMap(({ time, at, speed }) => [time, ...at, speed]),
    ]),
  )
}

/** Makes flights known in the place of a show, which must be the one where they were worked out. */
export function learnFlights({ place }: Show, packed: Float64Array): void {
  let at = 0
  const take = (count: number): number[] => [...packed.subarray(at, (at += count))]
  while (at < packed.length) {
    const [prop, starts, steps, hits] = take(4)
    const start = take(starts)
    const positions = Array.from({ length: steps }, (): Point => {
      const [x, y, z] = take(3)
      return [x, y, z]
    })
    const impacts = Array.from({ length: hits }, (): Impact => {
      const [time, x, y, z, speed] = take(5)
      return { time, at: [x, y, z], speed }
    })
    keepFlight(place, place.props[prop], start, { positions, impacts } satisfies Flight)
  }
}
