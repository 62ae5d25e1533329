/** A flat list of spans of time [from, to, from, to, …], in order and apart. */
export type Intervals = readonly number[]
/** No time at all. */
export const NEVER: Intervals = []

/** The times that lie in both. */
export function both(a: Intervals, b: Intervals): Intervals {
  if (a.length === 0 || b.length === 0) return NEVER
  const result: number[] = []
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const from = Math.max(a[i], b[j])
    const to = Math.min(a[i + 1], b[j + 1])
    if (from <= to) result.push(from, to)
    if (a[i + 1] < b[j + 1]) i += 2
    else j += 2
  }
  return result
}

/** The times that lie in any of the spans given in any order; spans nearer than `gap` become one. */
export function union(spans: number[][], gap: number): Intervals {
  spans.sort((a, b) => a[0] - b[0])
  const result: number[] = []
  for (const [from, to] of spans) {
    const last = result.length - 1
    if (last >= 0 && from - result[last] <= gap) result[last] = Math.max(result[last], to)
    else result.push(from, to)
  }
  return result
}
