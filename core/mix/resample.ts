/** A sound is read between its samples from so many of them on either side; so many places between two are told apart. */
const AROUND = 8
/** A value between two samples is made of so many. */
export const TAPS = 2 * AROUND
const PLACES = 1024

/** How far a kernel reaches down: kernels are made for cutoffs in steps of this. */
const STEPS = 32

/** Weights for reading between samples, place after place: a sine cardinal in a raised cosine window, cut off where it must be. */
function kernelOf(cutoff: number): Float32Array {
  const kernel = new Float32Array((PLACES + 1) * TAPS)
  for (let place = 0; place <= PLACES; place++) {
    let sum = 0
    for (let k = 0; k < TAPS; k++) {
      const off = k - AROUND + 1 - place / PLACES
      const window = 0.5 + 0.5 * Math.cos((Math.PI * off) / AROUND)
      const x = Math.PI * off * cutoff
      const value = window * (x === 0 ? 1 : Math.sin(x) / x)
      kernel[place * TAPS + k] = value
      sum += value
    }
    // Each place lets through as much, so that nothing hums.
    for (let k = 0; k < TAPS; k++) kernel[place * TAPS + k] /= sum
  }
  return kernel
}

const kernels = new Map<number, Float32Array>()
/** The kernel for reading a sound so many times as fast as it was written: what would fold back is left out. */
export function kernelFor(speed: number): Float32Array {
  const step = Math.min(STEPS, Math.max(1, Math.floor(STEPS / speed)))
  let kernel = kernels.get(step)
  if (!kernel) kernels.set(step, (kernel = kernelOf(step / STEPS)))
  return kernel
}

/** The value of a sound between its samples. `at`: in samples, from `AROUND − 1` on; the samples must reach `AROUND` beyond it. */
export function between(samples: Float32Array, kernel: Float32Array, at: number): number {
  const whole = at | 0
  const first = (whole - AROUND + 1) | 0
  const place = (((at - whole) * PLACES + 0.5) | 0) * TAPS
  let value = 0
  for (let k = 0; k < TAPS; k += 4)
    value +=
      samples[first + k] * kernel[place + k] +
      samples[first + k + 1] * kernel[place + k + 1] +
      samples[first + k + 2] * kernel[place + k + 2] +
      samples[first + k + 3] * kernel[place + k + 3]
  return value
}

/** A channel at another rate. */
export function resampled(samples: Float32Array, from: number, to: number): Float32Array {
  if (from === to) return samples
  const kernel = kernelFor(from / to)
  const padded = padOf(samples)
  const out = new Float32Array(Math.round((samples.length * to) / from))
  for (let i = 0; i < out.length; i++) out[i] = between(padded, kernel, PAD + (i * from) / to)
  return out
}

/** So much silence lies on either side of a sound that is read between its samples. */
export const PAD = AROUND + 1
/** Samples with silence on either side, as far as what is between two needs it. */
export function padOf(samples: Float32Array): Float32Array {
  const padded = new Float32Array(samples.length + 2 * PAD)
  padded.set(samples, PAD)
  return padded
}
