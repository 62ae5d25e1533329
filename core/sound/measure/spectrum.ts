import FFT from 'fft.js'

/** What is looked at together (samples), in a raised cosine. */
const SIZE = 2048

/** Powers of a stretch of a channel around a sample, by frequency: `SIZE / 2` of them, from nought to half the rate. */
function createPowers() {
  const fft = new FFT(SIZE)
  const window = Float64Array.from({ length: SIZE }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / SIZE))
  const out = fft.createComplexArray()
  const input = new Float64Array(SIZE)
  const powers = new Float64Array(SIZE / 2)
  return (samples: ArrayLike<number>, middle: number): Float64Array => {
    const first = Math.round(middle) - SIZE / 2
    for (let i = 0; i < SIZE; i++) input[i] = (samples[first + i] ?? 0) * window[i]
    fft.realTransform(out, input)
    for (let k = 0; k < powers.length; k++) powers[k] = out[2 * k] ** 2 + out[2 * k + 1] ** 2
    return powers
  }
}

/** A sound seen over time. */
export interface SoundPicture {
  columns: number
  /** The least and the most of it in each column, one after the other. */
  waves: Float32Array
  bands: number
  /** Its spectrum, column by column from low to high: 0 nothing, 255 the loudest. */
  spectrum: Uint8Array
}
/** Between these frequencies lie the bands, as far apart as octaves are (Hz). */
export const LOWEST = 40
/** The highest pitch that a spectrum shows (Hz). */
export const HIGHEST = 20_000
/** So far below the loudest a band is seen (dB). */
const DEPTH = 70

/** A sound as so many columns over its length, all channels together. */
export function pictureOf(
  channels: readonly Float32Array[],
  rate: number,
  columns: number,
  bands: number,
): SoundPicture {
  const length = channels[0]?.length ?? 0
  const mixed = channels.length === 1 ? channels[0] : channels[0].map((_, i) => meanAt(channels, i))
  const waves = new Float32Array(2 * columns)
  const powersAround = createPowers()
  const levels = new Float64Array(columns * bands)
  const edges = Array.from({ length: bands + 1 }, (_, b) => {
    const hertz = LOWEST * (HIGHEST / LOWEST) ** (b / bands)
    return Math.min(SIZE / 2 - 1, (hertz * SIZE) / rate)
  })
  let loudest = -Infinity
  for (let column = 0; column < columns; column++) {
    const from = Math.floor((column * length) / columns)
    const to = Math.max(from + 1, Math.floor(((column + 1) * length) / columns))
    let [least, most] = [0, 0]
    for (let i = from; i < to && i < length; i++) {
      if (mixed[i] < least) least = mixed[i]
      if (mixed[i] > most) most = mixed[i]
    }
    waves[2 * column] = least
    waves[2 * column + 1] = most
    const powers = powersAround(mixed, (from + to) / 2)
    for (let band = 0; band < bands; band++) {
      const level = 10 * Math.log10(highestOf(powers, edges[band], edges[band + 1]) + 1e-12)
      levels[column * bands + band] = level
      if (level > loudest) loudest = level
    }
  }
  const spectrum = Uint8Array.from(levels, (level) =>
    Math.max(0, Math.min(255, (255 * (level - loudest + DEPTH)) / DEPTH)),
  )
  return { columns, waves, bands, spectrum }
}
const meanAt = (channels: readonly Float32Array[], i: number): number =>
  channels.reduce((sum, samples) => sum + samples[i], 0) / channels.length

/** The highest of some values between two places; where less than one lies between, what would lie there. */
function highestOf(values: Float64Array, from: number, to: number): number {
  const first = Math.ceil(from)
  if (first > to) {
    const at = Math.floor(from)
    return values[at] + (values[at + 1] - values[at]) * (from - at)
  }
  let most = 0
  for (let i = first; i <= to; i++) if (values[i] > most) most = values[i]
  return most
}

/** So many stretches of a sound are looked at to say where its middle is. */
const LOOKS = 48

/** The frequency in whose neighbourhood most of a sound lies (Hz): the mean of its frequencies by their power; undefined of silence. */
export function centreOf(samples: ArrayLike<number>, rate: number): number | undefined {
  const powersAround = createPowers()
  let [sum, weighed] = [0, 0]
  for (let look = 0; look < LOOKS; look++) {
    const powers = powersAround(samples, ((look + 0.5) * samples.length) / LOOKS)
    for (let k = 1; k < powers.length; k++) {
      sum += powers[k]
      weighed += powers[k] * k
    }
  }
  return sum > 0 ? ((weighed / sum) * rate) / SIZE : undefined
}
