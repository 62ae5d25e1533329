/** A share of so many, and between which it lies for all the others there could be (95 in 100). */
export interface Share {
  count: number
  of: number
  share: number
  low: number
  high: number
}
/** Of a normal spread so much lies within so many deviations: 95 in 100. */
const DEVIATIONS = 1.959964

/** How large a share is that was counted. Source: E. B. Wilson, Probable inference, the law of succession, and statistical inference, JASA 22 (1927). */
export function shareOf(count: number, of: number): Share {
  if (of === 0) return { count, of, share: 0, low: 0, high: 1 }
  const share = count / of
  const z = DEVIATIONS ** 2 / of
  const middle = (share + z / 2) / (1 + z)
  const half = (DEVIATIONS / (1 + z)) * Math.sqrt((share * (1 - share)) / of + z / (4 * of))
  return { count, of, share, low: Math.max(0, middle - half), high: Math.min(1, middle + half) }
}

/** Values at shares of a list (0 to 1) that is in order, between its neighbours where it falls between; NaN of none. */
export function quantilesOf(sorted: ArrayLike<number>, shares: readonly number[]): number[] {
  const last = sorted.length - 1
  return shares.map((share) => {
    if (last < 0) return NaN
    const at = share * last
    const below = Math.floor(at)
    const [low, high] = [sorted[below], sorted[Math.min(last, below + 1)]]
    return low + (high - low) * (at - below)
  })
}
