/** A white surface that is black now is white no sooner than this (s): so there are never more than two and a half flashes a second. */
const RISES = 4

/** Keeps a picture from flashing: it gets dark at once and bright again only slowly. Source: WCAG 2.2, 2.3.1, which counts pairs of changes by a tenth. */
export class FlashCap {
  private shown: number | undefined
  private at = 0

  /** The share of its brightness that is left to a picture whose white is so bright at a time (0 to 1, s of the page). */
  dim(luminance: number, t: number): number {
    const most = this.shown === undefined ? luminance : this.shown + Math.max(0, t - this.at) / RISES
    this.at = t
    this.shown = Math.min(luminance, most)
    return luminance > 0 ? this.shown / luminance : 1
  }
}
