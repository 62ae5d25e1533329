/** A second-order filter, a0 being 1. */
export interface Biquad {
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
