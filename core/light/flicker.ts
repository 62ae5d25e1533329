import type { Flicker } from '../show'

/** A number of 0 to 1 for each whole number: always the same, like nothing before or after it (Wang's integer hash, 2007). */
function hashed(n: number): number {
  let h = (n ^ 61 ^ (n >>> 16)) >>> 0
  h = Math.imul(h, 9) >>> 0
  h = (h ^ (h >>> 4)) >>> 0
  h = Math.imul(h, 0x27d4eb2d) >>> 0
  return ((h ^ (h >>> 15)) >>> 0) / 2 ** 32
}
/** Value noise of 0 to 1, smooth by Perlin's fade curve ("Improving noise", SIGGRAPH 2002): one hill or dale for each unit of x. */
function noise(x: number): number {
  const n = Math.floor(x)
  const u = x - n
  const fade = u * u * u * (u * (u * 6 - 15) + 10)
  return hashed(n) + (hashed(n + 1) - hashed(n)) * fade
}
/** A failing tube is dark for this share of the times at which it blinks. */
const DARK = 0.45

/** How much of a pattern's depth is on at a time (s), 0 to 1. */
const PATTERNS: { [pattern in Flicker['pattern']]: (phase: number) => number } = {
  // Two octaves: a flame leans slowly and trembles on top of it.
  candle: (phase) => (2 * noise(phase / 2) + noise(phase + 1000)) / 3,
  tube: (phase) => (hashed(Math.floor(phase)) < DARK ? 1 : 0),
  pulse: (phase) => (1 - Math.cos(2 * Math.PI * phase)) / 2,
}

/**
 * By what a flicker multiplies a light's candela at a time of the run (s): from 1 down to 1 − depth, `rate` times a second.
 * Our own patterns: the same at each run, since no luck is asked.
 */
export const flickerAt = ({ pattern, rate, depth }: Flicker, t: number): number =>
  1 - depth * PATTERNS[pattern](rate * t)

/** The same for what flickers or doesn't. */
export const flickering = (flicker: Flicker | null, t: number): number => (flicker ? flickerAt(flicker, t) : 1)
