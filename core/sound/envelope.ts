import { PowerMeter } from './power-meter'

/**
 * The K-weighted mean square of a sound in blocks of 100 ms, its channels added up.
 * `channels`: samples from −1 to 1, one array a channel; `rate` in hertz; `weights`: what each channel counts.
 */
export function envelopeOf(
  channels: readonly ArrayLike<number>[],
  rate: number,
  weights: readonly number[] = channels.map(() => 1),
): Float32Array {
  const meter = new PowerMeter(rate, weights)
  meter.push(channels)
  return meter.powers()
}
