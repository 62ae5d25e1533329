/** The length of a block of an envelope (s). */
export const BLOCK = 0.1

interface Biquad {
  b0: number
  b1: number
  b2: number
  a1: number
  a2: number
}

/** The two filters of K-weighting for any sample rate (ITU-R BS.1770-5, annex 1; coefficients by the bilinear transform). */
export function kWeighting(rate: number): [Biquad, Biquad] {
  const shelf = () => {
    const K = Math.tan((Math.PI * 1681.974450955533) / rate)
    const Vh = 10 ** (3.999843853973347 / 20)
    const Vb = Vh ** 0.4996667741545416
    const Q = 0.7071752369554196
    const a0 = 1 + K / Q + K * K
    return {
      b0: (Vh + (Vb * K) / Q + K * K) / a0,
      b1: (2 * (K * K - Vh)) / a0,
      b2: (Vh - (Vb * K) / Q + K * K) / a0,
      a1: (2 * (K * K - 1)) / a0,
      a2: (1 - K / Q + K * K) / a0,
    }
  }
  const highpass = () => {
    const K = Math.tan((Math.PI * 38.13547087602444) / rate)
    const Q = 0.5003270373238773
    const a0 = 1 + K / Q + K * K
    return { b0: 1, b1: -2, b2: 1, a1: (2 * (K * K - 1)) / a0, a2: (1 - K / Q + K * K) / a0 }
  }
  return [shelf(), highpass()]
}

/**
 * The K-weighted mean square of a sound in blocks of 100 ms, its channels added up.
 * `channels`: samples from −1 to 1, one array a channel; `rate` in hertz.
 */
export function envelopeOf(channels: readonly ArrayLike<number>[], rate: number): Float32Array {
  const length = channels[0]?.length ?? 0
  const block = Math.round(rate * BLOCK)
  const power = new Float32Array(Math.ceil(length / block))
  const [f, g] = kWeighting(rate)
  for (const samples of channels) {
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
        power[Math.floor(i / block)] += sum / block
        sum = 0
      }
    }
  }
  return power
}
