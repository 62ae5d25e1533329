/** Tones and noise for tests of what is heard. */
export const tone = (hertz: number, seconds: number, rate: number, amplitude = 0.5): Float32Array =>
  Float32Array.from(
    { length: Math.round(seconds * rate) },
    (_, i) => amplitude * Math.sin((2 * Math.PI * hertz * i) / rate),
  )

/** The same noise at each call. */
export function noise(samples: number, seed = 1): Float32Array {
  let state = seed
  return Float32Array.from({ length: samples }, () => {
    state = (Math.imul(state, 1664525) + 1013904223) | 0
    return state / 2 ** 32
  })
}

export const powerOf = (samples: Float32Array): number =>
  samples.reduce((sum, value) => sum + value * value, 0) / Math.max(1, samples.length)
