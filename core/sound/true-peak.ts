/** So many values are worked out for each sample, each from so many samples on either side (ITU-R BS.1770-5, annex 2, asks for 4 at least). */
const TIMES = 8
const AROUND = 16
/** How steeply the window falls off (Kaiser). */
const BETA = 8

/** The modified Bessel function of the first kind, order 0. */
function bessel0(x: number): number {
  let [sum, term] = [1, 1]
  for (let k = 1; term > sum * 1e-12; k++) {
    term *= (x / (2 * k)) ** 2
    sum += term
  }
  return sum
}

/** For each place between two samples, what each sample around it adds there: a windowed sine cardinal. */
const PHASES: readonly Float64Array[] = Array.from({ length: TIMES - 1 }, (_, phase) =>
  Float64Array.from({ length: 2 * AROUND }, (__, i) => {
    const off = i - AROUND + 1 - (phase + 1) / TIMES
    const within = off / AROUND
    const window = bessel0(BETA * Math.sqrt(Math.max(0, 1 - within * within))) / bessel0(BETA)
    return (Math.sin(Math.PI * off) / (Math.PI * off)) * window
  }),
)

/** The largest of a channel's samples (1 is full scale). */
export function samplePeak(samples: ArrayLike<number>): number {
  let most = 0
  for (let i = 0; i < samples.length; i++) most = Math.max(most, Math.abs(samples[i]))
  return most
}

/** How far a sound of so large a sample could go beyond it between samples, so that softer stretches need not be looked at. */
const BEYOND = 2

/**
 * The true peak of a channel: how far it goes between its samples too, when it is played (1 is full scale). Read too low by 0.17 dB at the most,
 * at half the sample rate.
 */
export function truePeak(samples: ArrayLike<number>): number {
  const { length } = samples
  // Silence on either side, so that no place need be asked for.
  const x = new Float64Array(length + 2 * AROUND + 2)
  x.set(samples, AROUND + 1)
  let most = samplePeak(samples)
  for (let i = AROUND + 1; i < AROUND + 1 + length; i++) {
    const here = Math.abs(x[i])
    // It goes highest beside a sample that is the largest of its neighbours.
    if (here * BEYOND < most || here < Math.abs(x[i - 1]) || here < Math.abs(x[i + 1])) continue
    most = Math.max(most, between(x, i - 1), between(x, i))
  }
  return most
}

/** How far a sound goes between a sample and the next. */
function between(x: Float64Array, i: number): number {
  let most = 0
  const first = i - AROUND + 1
  for (const phase of PHASES) {
    let value = 0
    for (let k = 0; k < phase.length; k++) value += x[first + k] * phase[k]
    most = Math.max(most, Math.abs(value))
  }
  return most
}
