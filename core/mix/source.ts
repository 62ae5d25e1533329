import { sidesOf, togetherOf, type Decoded } from '../audio'
import { padOf, resampled } from './resample'

/** The rate of a mix (Hz). */
export const RATE = 48_000

/** A sound as a mix reads it: at its rate, with silence on either side. */
export interface Source {
  /** Both sides of it at the head; undefined of what has one channel, which is heard on both, half its power on each. */
  sides: [left: Float32Array, right: Float32Array] | undefined
  /** What comes of it from one place. */
  together: Float32Array
  /** Samples in it, without the silence. */
  length: number
}

/** A sound file as a mix reads it. */
export function sourceOf({ channels, rate }: Decoded): Source {
  const [left, right] = sidesOf(channels).map((samples) => resampled(samples, rate, RATE))
  const { length } = left
  const placed = padOf(channels.length === 1 ? left : resampled(togetherOf(channels), rate, RATE))
  return { sides: right && [padOf(left), padOf(right)], together: placed, length }
}
