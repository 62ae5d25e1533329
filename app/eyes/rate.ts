/** The share of its size at which a moving picture is drawn, from whole to least; what lies still is always drawn whole. */
export const SHARES = [1, 0.8, 0.65, 0.5, 0.4, 0.32] as const
/** When the middle one of so many frames took longer than this, it is drawn smaller (ms). */
const SLOW = 1000 / 29
const FEW = 7
/** Three are enough where it took longer than this (ms). */
const VERY_SLOW = 200
/** It gets larger again when the middle one of so many was as quick as a screen shows them (ms). */
const QUICK = 1000 / 46
const MANY = 30
/** A size that was too slow isn't tried again for so many frames. */
const PATIENCE = 240

/** Keeps the rate of a moving picture by the size that it is drawn at. */
export class Rate {
  private step = 0
  private frames: number[] = []
  private readonly waits = SHARES.map(() => 0)

  get share(): number {
    return SHARES[this.step]!
  }
  /** A frame came so long after one that was drawn (ms). */
  took(ms: number): void {
    this.frames.push(ms)
    this.waits.forEach((frames, i) => (this.waits[i] = Math.max(0, frames - 1)))
    const isEnough = this.frames.length === FEW || (this.frames.length === 3 && this.middle > VERY_SLOW)
    if (isEnough && this.middle > SLOW) {
      this.waits[this.step] = PATIENCE
      return this.go(this.stepFor(this.middle))
    }
    if (this.frames.length < MANY) return
    if (this.middle > SLOW) this.go(this.stepFor(this.middle))
    else if (this.step > 0 && this.middle < QUICK && this.waits[this.step - 1] === 0) this.go(this.step - 1)
    this.frames = []
  }
  /** One frame that took long, because something had to be made first, says nothing of the others. */
  private get middle(): number {
    return [...this.frames].sort((a, b) => a - b)[this.frames.length >> 1]!
  }
  /** The size at which it comes in time, if what it takes goes by its pixels: the next smaller one at the least. */
  private stepFor(ms: number): number {
    const wanted = this.share * Math.sqrt(SLOW / ms)
    const fits = SHARES.findIndex((share) => share <= wanted)
    return Math.min(SHARES.length - 1, Math.max(this.step + 1, fits < 0 ? SHARES.length : fits))
  }
  private go(step: number): void {
    this.step = step
    this.frames = []
  }
}
