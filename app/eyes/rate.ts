/** The share of its size at which a moving picture is drawn, from whole to least; what lies still is always drawn whole. */
export const SHARES = [1, 0.8, 0.62, 0.5] as const
/** Frames that take longer than this make it smaller, when so many have in a row on average (ms). */
const SLOW = 1000 / 26
/** It gets larger again only when frames would have room for the next size's pixels, for so many of them. */
const QUICK = 1000 / 50
const FEW = 8
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
    if (this.count >= FEW && mean > SLOW && this.step < SHARES.length - 1) this.go(1)
    else if (this.count >= MANY) {
      if (mean < QUICK && this.step > 0) this.go(-1)
      else this.forget()
    }
  }
  /** It was still meanwhile: what is measured next has nothing to do with what came before. */
  forget(): void {
    this.sum = this.count = 0
  }
  private go(by: 1 | -1): void {
    this.step += by
    this.forget()
  }
}
