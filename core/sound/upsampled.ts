import { windowedSinc } from './windowed-sinc'

/** So many samples on either side add to one between them. */
const AROUND = 12
/** So many samples are worked out at a time. */
const STRETCH = 1 << 14

/** A sound at so many times its rate, stretch by stretch: between its samples by a windowed sine cardinal. Silence costs nothing. */
export function* upsampled(samples: ArrayLike<number>, times: number): Generator<Float32Array> {
  const phases = windowedSinc(times, AROUND)
  for (let from = 0; from < samples.length; from += STRETCH) {
    const to = Math.min(samples.length, from + STRETCH)
    const out = new Float32Array((to - from) * times)
    let heard = false
    for (let i = Math.max(0, from - AROUND); i < Math.min(samples.length, to + AROUND) && !heard; i++)
      heard = samples[i] !== 0
    for (let i = from; heard && i < to; i++) {
      const at = (i - from) * times
      out[at] = samples[i]
      for (let p = 1; p < times; p++) {
        const phase = phases[p - 1]
        let sum = 0
        for (let k = 0; k < phase.length; k++) {
          const source = i - AROUND + 1 + k
          if (source >= 0 && source < samples.length) sum += phase[k] * samples[source]
        }
        out[at + p] = sum
      }
    }
    yield out
  }
}
