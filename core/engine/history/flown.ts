import type { Point } from '../../show'
import { SAME_TIME } from '../../base'

/** How a fling was drawn: m/s and degrees, spin in degrees a second. */
export interface DrawnFling {
  speed: number
  yaw: number
  pitch: number
  spin: number
}

/** One flight of a run, as plain data. */
export interface FlightRecord {
  prop: string
  t: number
  /** Middles of the prop, 120 a second from the throw. */
  positions: Point[]
}

/** The flight that has brought a prop where it is at a time: of those that have begun, the last. */
export function flightBy(flights: readonly FlightRecord[], t: number): FlightRecord | undefined {
  let i = flights.length - 1
  while (i >= 0 && flights[i].t > t) i--
  return flights[i]
}

/** Which step of a flight is on at a time: rounding must not keep it in the one before. */
const stepAt = ({ t: begun }: FlightRecord, t: number): number =>
  Math.max(0, Math.floor((t - begun + SAME_TIME) * STEPS_A_SECOND))

/** Where the middle of what flies is at a time: straight from step to step, in the end where it came to lie. */
export function flownTo(flight: FlightRecord, t: number): Point {
  const { positions } = flight
  const step = stepAt(flight, t)
  if (step + 1 >= positions.length) return positions[positions.length - 1]
  const [from, to] = [positions[step], positions[step + 1]]
  const u = (t - flight.t) * STEPS_A_SECOND - step
  return [from[0] + (to[0] - from[0]) * u, from[1] + (to[1] - from[1]) * u, from[2] + (to[2] - from[2]) * u]
}

/** When the step of a flight that is on at a time ends; −∞ once it is over. */
export function stepEnd(flight: FlightRecord, t: number): number {
  const step = stepAt(flight, t) + 1
  return step < flight.positions.length ? flight.t + step / STEPS_A_SECOND : -Infinity
}

/** No flight is faster than this (m/s). */
export function fastest(flights: readonly FlightRecord[]): number {
  let most = 0
  for (const { positions } of flights)
    for (let i = 1; i < positions.length; i++) {
      const [a, b] = [positions[i - 1], positions[i]]
      most = Math.max(most, Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]) * STEPS_A_SECOND)
    }
  return most
}
/** How often a second a flight is kept. */
export const STEPS_A_SECOND = 120
