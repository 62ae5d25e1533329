import { windowedSinc } from './windowed-sinc'

/** So many samples on either side add to one between them. */
const AROUND = 8
/** So many samples are worked out at a time. */
const STRETCH = 1 << 14

/** A sound at so many times its rate, stretch by stretch: between its samples by a windowed sine cardinal. Silence costs nothing. */
export function* upsampled(samples: ArrayLike<number>, times: number): Generator<Float32Array> {
  const phases = windowedSinc(times, AROUND)
  /** A stretch with what lies around it, silence before the first and behind the last. */
  const near = new Float64Array(STRETCH + 2 * AROUND)
  for (let from = 0; from < samples.length; from += STRETCH) {
    const count = Math.min(STRETCH, samples.length - from)
    let heard = false
    for (let i = 0; i < count + 2 * AROUND; i++) {
      near[i] = samples[from - AROUND + i] ?? 0
      heard ||= near[i] !== 0
    }
    const out = new Float32Array(count * times)
    if (heard) between(near, phases, count, out)
    yield out
  }
}

/** Fills in what lies between so many samples; the first stands at `AROUND`. */
function between(near: Float64Array, phases: readonly Float64Array[], count: number, out: Float32Array): void {
  const times = phases.length + 1
  for (let i = 0; i < count; i++) out[i * times] = near[i + AROUND]
  for (let p = 1; p < times; p++) {
    const phase = phases[p - 1]
    for (let i = 0; i < count; i++) {
      // Sums that don't wait for each other take a third of the time.
      let a = 0
      let b = 0
      let c = 0
      let d = 0
      for (let k = 0; k < 2 * AROUND; k += 4) {
        a += phase[k] * near[i + 1 + k]
        b += phase[k + 1] * near[i + 2 + k]
        c += phase[k + 2] * near[i + 3 + k]
        d += phase[k + 3] * near[i + 4 + k]
      }
      out[i * times + p] = a + b + (c + d)
    }
  }
}
