import { windowedSinc } from './windowed-sinc'

/** So many values are worked out for each sample, each from so many samples on either side (ITU-R BS.1770-5, annex 2, asks for 4 at least). */
const TIMES = 8
const AROUND = 16
/** For each place between two samples, what each sample around it adds there: a windowed sine cardinal. Made when it is first asked for. */
let phases: readonly Float64Array[] | undefined
const phasesBetween = (): readonly Float64Array[] => (phases ??= windowedSinc(TIMES, AROUND))

/** The largest of a channel's samples (1 is full scale). */
export function samplePeak(samples: ArrayLike<number>): number {
  let most = 0
  let least = 0
  for (let i = 0; i < samples.length; i++) {
    const value = samples[i]
    if (value > most) most = value
    if (value < least) least = value
  }
  return Math.max(most, -least)
}

/** How far a sound of so large a sample could go beyond it between samples, so that softer stretches need not be looked at. */
const BEYOND = 2
/** What lies so near to a sample bears on how high it goes there. */
const MARGIN = AROUND + 1

/**
 * The true peak of a channel: how far it goes between its samples too, when it is played (1 is full scale). Read too low by 0.17 dB at the most,
 * at half the sample rate.
 */
export function truePeak(samples: ArrayLike<number>): number {
  const meter = new PeakMeter()
  meter.push(samples)
  return meter.end()
}

/** The true peak of what is pushed through it piece by piece. */
export class PeakMeter {
  private most = 0
  /** What was pushed last, with silence before the first: what may still go higher depends on what comes next. */
  private tail = new Float64Array(MARGIN)
  private room = new Float64Array(0)

  push(samples: ArrayLike<number>): void {
    const loudest = samplePeak(samples)
    if (loudest * BEYOND < this.most && samplePeak(this.tail) * BEYOND < this.most && samples.length >= 2 * MARGIN) {
      this.tail = Float64Array.from({ length: 2 * MARGIN }, (_, i) => samples[samples.length - 2 * MARGIN + i])
      return
    }
    const x = this.roomFor(this.tail.length + samples.length)
    x.set(this.tail)
    x.set(samples, this.tail.length)
    this.most = highest(x, MARGIN, x.length - MARGIN, this.most)
    this.tail = x.slice(Math.max(0, x.length - 2 * MARGIN))
  }
  /** Room for so many samples, the same again and again where it fits. */
  private roomFor(length: number): Float64Array {
    if (this.room.length < length) this.room = new Float64Array(length)
    return this.room.subarray(0, length)
  }

  /** The true peak, silence following (1 is full scale). */
  end(): number {
    this.push(new Float64Array(MARGIN))
    return this.most
  }
}

/** How high a sound goes from one sample to another, or so high as it is known to go. */
function highest(x: Float64Array, from: number, to: number, known: number): number {
  let most = known
  for (let i = from; i < to; i++) {
    const here = Math.abs(x[i])
    if (here > most) most = here
    // It goes highest beside a sample that is the largest of its neighbours; in silence nowhere.
    if (here === 0 || here * BEYOND < most || here < Math.abs(x[i - 1]) || here < Math.abs(x[i + 1])) continue
    most = Math.max(most, between(x, i - 1), between(x, i))
  }
  return most
}

/** How far a sound goes between a sample and the next. */
function between(x: Float64Array, i: number): number {
  let most = 0
  const first = i - AROUND + 1
  for (const phase of phasesBetween()) {
    let value = 0
    for (let k = 0; k < phase.length; k++) value += x[first + k] * phase[k]
    most = Math.max(most, Math.abs(value))
  }
  return most
}
