import { PowerMeter } from './power-meter'
import { upsampled } from './upsampled'

/** Below this rate (Hz) the filters of K-weighting are bent, lying near half the rate, or can't be built: there a sound is brought above it first. */
const LEAST_RATE = 16_000

/**
 * The K-weighted mean square of a sound in blocks of 100 ms, its channels added up.
 * `channels`: samples from −1 to 1, one array a channel; `rate` in hertz; `weights`: what each channel counts.
 */
export function envelopeOf(
  channels: readonly ArrayLike<number>[],
  rate: number,
  weights: readonly number[] = channels.map(() => 1),
): Float32Array {
  const times = Math.ceil(LEAST_RATE / rate)
  const meter = new PowerMeter(rate * times, weights)
  if (times === 1) meter.push(channels)
  else {
    const stretches = channels.map((samples) => upsampled(samples, times))
    for (let all; (all = stretches.map((each) => each.next().value as Float32Array | undefined)).every(Boolean);)
      meter.push(all as Float32Array[])
  }
  return meter.powers()
}
