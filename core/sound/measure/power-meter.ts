import { BLOCK } from './block'
import { kWeighting, type Biquad } from './k-weighting'

/** The K-weighted mean square of what is pushed through it piece by piece, in blocks of 100 ms, its channels added up with their weights. */
export class PowerMeter {
  private readonly block: number
  private readonly filters: [Biquad, Biquad]
  private readonly weights: readonly number[]
  /** What the two filters of each channel remember. */
  private readonly states: Float64Array[]
  /** The sum over the block that is under way, and how many samples it has. */
  private sum = 0
  private count = 0
  private readonly done: number[] = []

  constructor(rate: number, weights: readonly number[]) {
    this.block = Math.round(rate * BLOCK)
    this.filters = kWeighting(rate)
    this.weights = weights
    this.states = weights.map(() => new Float64Array(4))
  }

  push(channels: readonly ArrayLike<number>[]): void {
    const length = channels[0]?.length ?? 0
    for (let at = 0; at < length;) {
      const end = Math.min(length, at + this.block - this.count)
      for (let c = 0; c < channels.length; c += 2)
        if (c + 1 < channels.length) this.sum += this.throughTwo(c, channels[c], channels[c + 1], at, end)
        else this.sum += this.weights[c] * this.through(c, channels[c], at, end)
      this.count += end - at
      if (this.count === this.block) this.close()
      at = end
    }
  }
  private close(): void {
    this.done.push(this.sum / this.block)
    this.sum = this.count = 0
  }

  /** The sum of squares of a stretch of a channel behind both filters. */
  private through(channel: number, samples: ArrayLike<number>, from: number, to: number): number {
    const state = this.states[channel]
    const [{ b0, b1, b2, a1, a2 }, g] = this.filters
    // The second filter's numerator is 1, −2, 1 (see kWeighting).
    const { a1: c1, a2: c2 } = g
    let f1 = state[0]
    let f2 = state[1]
    let g1 = state[2]
    let g2 = state[3]
    let sum = 0
    for (let i = from; i < to; i++) {
      const x = samples[i]
      const y = b0 * x + f1
      f1 = b1 * x - a1 * y + f2
      f2 = b2 * x - a2 * y
      const z = y + g1
      g1 = g2 - 2 * y - c1 * z
      g2 = y - c2 * z
      sum += z * z
    }
    state[0] = f1
    state[1] = f2
    state[2] = g1
    state[3] = g2
    return sum
  }

  /** The same of two channels, weighed: side by side they take hardly longer than one. */
  private throughTwo(channel: number, a: ArrayLike<number>, b: ArrayLike<number>, from: number, to: number): number {
    const [one, two] = [this.states[channel], this.states[channel + 1]]
    const [{ b0, b1, b2, a1, a2 }, { a1: c1, a2: c2 }] = this.filters
    let [f1, f2, g1, g2] = one
    let [p1, p2, q1, q2] = two
    let [sumA, sumB] = [0, 0]
    for (let i = from; i < to; i++) {
      const x = a[i]
      const u = b[i]
      const y = b0 * x + f1
      const v = b0 * u + p1
      f1 = b1 * x - a1 * y + f2
      p1 = b1 * u - a1 * v + p2
      f2 = b2 * x - a2 * y
      p2 = b2 * u - a2 * v
      const z = y + g1
      const w = v + q1
      g1 = g2 - 2 * y - c1 * z
      q1 = q2 - 2 * v - c1 * w
      g2 = y - c2 * z
      q2 = v - c2 * w
      sumA += z * z
      sumB += w * w
    }
    one.set([f1, f2, g1, g2])
    two.set([p1, p2, q1, q2])
    return this.weights[channel] * sumA + this.weights[channel + 1] * sumB
  }

  /** The blocks so far; one that is not full counts with silence behind it. */
  powers(): Float32Array {
    return Float32Array.from(this.count > 0 ? [...this.done, this.sum / this.block] : this.done)
  }
}
