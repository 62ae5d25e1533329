/** Loudness of a whole sound (ITU-R BS.1770-5, annex 1; EBU R 128, Tech 3341 and 3342), from its K-weighted mean squares each 100 ms. */

/** Blocks that are gated are 400 ms long and begin each 100 ms; short-term loudness is over 3 s (in blocks of 100 ms). */
const GATED = 4
const SHORT_TERM = 30
/** What is softer than this counts as silence (LUFS); of the rest, what is softer than its mean by so much counts neither (LU). */
const ABSOLUTE = -70
const RELATIVE = { integrated: -10, range: -20 }
/** The shares of a sound between which its loudness range lies. */
const RANGE = [0.1, 0.95] as const

/** The loudness of a K-weighted mean square, channels added up with their weights (LUFS); infinite below for silence. */
export const lufs = (power: number): number => -0.691 + 10 * Math.log10(power)
const powerOf = (loudness: number): number => 10 ** ((loudness + 0.691) / 10)

/** Beside the ears (60° to 120° off), 1.5 dB more; the one for low effects not at all (ITU-R BS.1770-5, annex 3, tables 4 and 5). */
const BESIDE = 1.41
const WEIGHTS: { [channels: number]: number[] } = {
  4: [1, 1, BESIDE, BESIDE],
  5: [1, 1, 1, BESIDE, BESIDE],
  6: [1, 1, 1, 0, BESIDE, BESIDE],
  7: [1, 1, 1, 0, 1, BESIDE, BESIDE],
  8: [1, 1, 1, 0, 1, 1, BESIDE, BESIDE],
}
/** What each channel counts, in the order of WAV (see `sidesOf`). */
export const channelWeights = (count: number): number[] => WEIGHTS[count] ?? Array<number>(count).fill(1)

/** The means over so many blocks that follow each other, beginning at each block for which they are all there. */
function meansOver(powers: ArrayLike<number>, width: number): Float64Array {
  const means = new Float64Array(Math.max(0, powers.length - width + 1))
  let sum = 0
  for (let i = 0; i < powers.length; i++) {
    sum += powers[i]
    if (i >= width) sum -= powers[i - width]
    if (i >= width - 1) means[i - width + 1] = Math.max(0, sum) / width
  }
  return means
}
const above = (powers: Float64Array, gate: number): Float64Array => powers.filter((power) => power > gate)
const mean = (values: Float64Array): number => values.reduce((sum, value) => sum + value, 0) / values.length

/** Those of some means that count: louder than silence, and not much softer than the mean of those. */
function gated(means: Float64Array, relative: number): Float64Array {
  const heard = above(means, powerOf(ABSOLUTE))
  return heard.length === 0 ? heard : above(heard, mean(heard) * 10 ** (relative / 10))
}

/** The integrated loudness (LUFS); undefined of what is silent or shorter than 400 ms. */
export function integrated(powers: ArrayLike<number>): number | undefined {
  const counted = gated(meansOver(powers, GATED), RELATIVE.integrated)
  return counted.length === 0 ? undefined : lufs(mean(counted))
}

/** Short-term loudness at the end of each block from the third second on (LUFS, −70 for silence). */
export const shortTerm = (powers: ArrayLike<number>): Float64Array =>
  meansOver(powers, SHORT_TERM).map((power) => Math.max(ABSOLUTE, lufs(power)))

/** The loudest 400 ms (LUFS), of what is shorter as a meter reads it that hears silence around it; undefined of nothing. */
export function loudestMoment(powers: ArrayLike<number>): number | undefined {
  if (powers.length === 0) return undefined
  const whole =
    powers.length < GATED ? [...Array.from(powers), ...Array<number>(GATED - powers.length).fill(0)] : powers
  return Math.max(ABSOLUTE, lufs(meansOver(whole, GATED).reduce((most, power) => Math.max(most, power), 0)))
}

/** The loudness range (LU): between how soft a tenth and how loud the loudest twentieth is; undefined of what is shorter than 3 s or silent. */
export function loudnessRange(powers: ArrayLike<number>): number | undefined {
  const counted = gated(meansOver(powers, SHORT_TERM), RELATIVE.range).sort()
  if (counted.length === 0) return undefined
  const at = (share: number) => counted[Math.round((counted.length - 1) * share)]
  return lufs(at(RANGE[1])) - lufs(at(RANGE[0]))
}
