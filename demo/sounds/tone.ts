/** Small tools of synthesis. Everything is mono at 48 kHz and seeded, so the same file comes out everywhere. */
export const RATE = 48_000
export type Samples = Float32Array
export type Chance = () => number

/** A seeded source of numbers in [0, 1) (mulberry32). */
export function chance(seed: number): Chance {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), a | 1)
    t = (t + Math.imul(t ^ (t >>> 7), t | 61)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
export const between = (rnd: Chance, low: number, high: number): number => low + (high - low) * rnd()

export const silence = (seconds: number): Samples => new Float32Array(Math.round(seconds * RATE))

export function make(seconds: number, at: (t: number, i: number) => number): Samples {
  const out = silence(seconds)
  for (let i = 0; i < out.length; i++) out[i] = at(i / RATE, i)
  return out
}

export const white = (seconds: number, rnd: Chance): Samples => make(seconds, () => rnd() * 2 - 1)

/** Adds one sound to another at a time. */
export function add(to: Samples, sound: Samples, at = 0, gain = 1): Samples {
  const start = Math.round(at * RATE)
  for (let i = 0; i < sound.length && start + i < to.length; i++) if (start + i >= 0) to[start + i]! += sound[i]! * gain
  return to
}

type Kind = 'low' | 'high' | 'band'
/** A resonant filter whose frequency may move (state variable, trapezoidal; A. Simper, "Linear trapezoidal state variable filter", 2013). */
export function filter(sound: Samples, kind: Kind, hertz: number | ((t: number) => number), q = 0.7): Samples {
  const out = new Float32Array(sound.length)
  const k = 1 / q
  let ic1 = 0
  let ic2 = 0
  let g = 0
  for (let i = 0; i < sound.length; i++) {
    if (i % 32 === 0)
      g = Math.tan((Math.PI * Math.min(20_000, typeof hertz === 'number' ? hertz : hertz(i / RATE))) / RATE)
    const a1 = 1 / (1 + g * (g + k))
    const v3 = sound[i]! - ic2
    const v1 = a1 * ic1 + g * a1 * v3
    const v2 = ic2 + g * a1 * ic1 + g * g * a1 * v3
    ic1 = 2 * v1 - ic1
    ic2 = 2 * v2 - ic2
    out[i] = kind === 'low' ? v2 : kind === 'band' ? v1 * k : sound[i]! - k * v1 - v2
  }
  return out
}

export function shape(sound: Samples, gain: (t: number) => number): Samples {
  return sound.map((v, i) => v * gain(i / RATE))
}

/** Rings of a struck thing: partials (hertz, strength, seconds to fall by 60 dB). */
export function ring(seconds: number, partials: readonly (readonly [number, number, number])[], rnd: Chance): Samples {
  const out = silence(seconds)
  for (const [hertz, strength, fall] of partials) {
    const phase = rnd() * 2 * Math.PI
    const w = (2 * Math.PI * hertz) / RATE
    const decay = Math.exp(-6.9 / (fall * RATE))
    let a = strength
    for (let i = 0; i < out.length && a > 1e-5; i++, a *= decay) out[i]! += a * Math.sin(phase + w * i)
  }
  return out
}

/** A short burst of noise, the touch before a ring. */
export function click(seconds: number, hertz: number, rnd: Chance): Samples {
  return shape(filter(white(seconds * 4, rnd), 'band', hertz, 1), (t) => Math.exp(-t / seconds))
}

/** The room around a sound: many thinning, darkening echoes. `size` in seconds of tail, `wet` how much of it. */
export function room(sound: Samples, size: number, wet: number, rnd: Chance, dark = 3000): Samples {
  const out = silence(sound.length / RATE + size)
  add(out, sound)
  let tail = silence(out.length / RATE)
  for (let n = 0; n < 90; n++) {
    const at = 0.011 + size * (n / 90) ** 1.4 * (0.9 + 0.2 * rnd())
    add(tail, sound, at, (rnd() < 0.5 ? -1 : 1) * Math.exp((-5 * at) / size) * 0.32)
  }
  tail = filter(tail, 'low', dark, 0.6)
  return add(out, tail, 0, wet)
}

/** A sound that can go round: its end is laid over its beginning. */
export function seamless(sound: Samples, overlap: number): Samples {
  const n = Math.round(overlap * RATE)
  const out = sound.slice(0, sound.length - n)
  for (let i = 0; i < n; i++) {
    const u = i / n
    out[i] = sound[i]! * Math.sqrt(u) + sound[sound.length - n + i]! * Math.sqrt(1 - u)
  }
  return out
}

/** Brings the peak to a level (dB below full), with a breath of fade at both ends unless it goes round. */
export function finish(sound: Samples, peak: number, loops = false): Samples {
  let mean = 0
  for (const v of sound) mean += v
  mean /= sound.length
  let top = 1e-9
  for (const v of sound) top = Math.max(top, Math.abs(v - mean))
  const gain = 10 ** (peak / 20) / top
  const edge = RATE * 0.004
  return sound.map(
    (v, i) => (v - mean) * gain * (loops ? 1 : Math.min(1, i / edge, (sound.length - 1 - i) / (edge * 4))),
  )
}
