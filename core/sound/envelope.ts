import { kWeighting } from './k-weighting'

/** The length of a block of an envelope (s). */
export const BLOCK = 0.1

/**
 * The K-weighted mean square of a sound in blocks of 100 ms, its channels added up.
 * `channels`: samples from −1 to 1, one array a channel; `rate` in hertz; `weights`: what each channel counts.
 */
export function envelopeOf(
  channels: readonly ArrayLike<number>[],
  rate: number,
  weights: readonly number[] = channels.map(() => 1),
): Float32Array {
  const length = channels[0]?.length ?? 0
  const block = Math.round(rate * BLOCK)
  const power = new Float32Array(Math.ceil(length / block))
  const [f, g] = kWeighting(rate)
  for (const [channel, samples] of channels.entries()) {
    let f1 = 0
    let f2 = 0
    let g1 = 0
    let g2 = 0
    let sum = 0
    for (let i = 0; i < length; i++) {
      const x = samples[i]
      const y = f.b0 * x + f1
      f1 = f.b1 * x - f.a1 * y + f2
      f2 = f.b2 * x - f.a2 * y
      const z = g.b0 * y + g1
      g1 = g.b1 * y - g.a1 * z + g2
      g2 = g.b2 * y - g.a2 * z
      sum += z * z
      if ((i + 1) % block === 0 || i === length - 1) {
        power[Math.floor(i / block)] += (weights[channel] * sum) / block
        sum = 0
      }
    }
  }
  return power
}
