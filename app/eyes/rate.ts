/** The share of its size at which a moving picture is drawn, from whole to least; what lies still is always drawn whole. */
export const SHARES = [1, 0.8, 0.62, 0.5, 0.4, 0.32] as const
/** When so many frames in a row took longer than this on average, it is drawn smaller (ms). */
const SLOW = 1000 / 28
const FEW = 4
/** It gets larger again when so many in a row were as quick as a screen shows them (ms). */
const QUICK = 1000 / 50
const MANY = 90

/** Keeps the rate of a moving picture by the size that it is drawn at. */
export class Rate {
  private step = 0
  private sum = 0
  private count = 0

  get share(): number {
    return SHARES[this.step]!
  }
  /** A frame came so long after the one before it (ms), both while something moved. */
  took(ms: number): void {
    this.sum += ms
    this.count++
    const mean = this.sum / this.count
    if (this.count >= FEW && mean > SLOW) return this.go(this.stepFor(mean))
    if (this.count < MANY) return
    if (mean < QUICK) this.go(Math.max(0, this.step - 1))
    this.forget()
  }
  /** It was still meanwhile: what is measured next has nothing to do with what came before. */
  forget(): void {
    this.sum = this.count = 0
  }
  /** The size at which it comes in time, if what it takes goes by its pixels: the next smaller one at the least. */
  private stepFor(mean: number): number {
    const wanted = this.share * Math.sqrt(SLOW / mean)
    const fits = SHARES.findIndex((share) => share <= wanted)
    return Math.min(SHARES.length - 1, Math.max(this.step + 1, fits < 0 ? SHARES.length : fits))
  }
  private go(step: number): void {
    this.step = step
    this.forget()
  }
}
