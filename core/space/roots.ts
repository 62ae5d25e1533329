/**
 * The places in [from, to] where a polynomial changes sign, in order, bracketed to 1e-12.
 * `coefficients`: of 1, t, t² … A polynomial has one root at the most between two roots of its derivative.
 */
export function roots(coefficients: readonly number[], from: number, to: number): number[] {
  let degree = coefficients.length - 1
  while (degree > 0 && coefficients[degree] === 0) degree--
  if (degree === 0) return []
  const at = (t: number): number => {
    let value = 0
    for (let i = degree; i >= 0; i--) value = value * t + coefficients[i]
    return value
  }
  if (degree === 1) {
    const t = -coefficients[0] / coefficients[1]
    return t >= from && t <= to ? [t] : []
  }
  const derivative = coefficients.slice(1, degree + 1).map((c, i) => c * (i + 1))
  const turns = [from, ...roots(derivative, from, to), to]
  const found: number[] = []
  for (let i = 1; i < turns.length; i++) {
    let a = turns[i - 1]
    let b = turns[i]
    const rising = at(b) > at(a)
    if (at(a) === 0 && (found.length === 0 || found[found.length - 1] !== a)) found.push(a)
    if (at(a) * at(b) >= 0) continue
    for (let n = 0; n < 100 && b - a > 1e-12 * Math.max(1, Math.abs(a)); n++) {
      const middle = (a + b) / 2
      if (at(middle) > 0 === rising) b = middle
      else a = middle
    }
    found.push((a + b) / 2)
  }
  return found
}

/** The product of two polynomials. */
export function product(a: readonly number[], b: readonly number[]): number[] {
  const result: number[] = []
  for (let i = 0; i < a.length + b.length - 1; i++) result.push(0)
  for (let i = 0; i < a.length; i++) for (let j = 0; j < b.length; j++) result[i + j] += a[i] * b[j]
  return result
}

/** The sum of a polynomial and a multiple of another. */
export function sum(a: readonly number[], b: readonly number[], factor = 1): number[] {
  const result: number[] = []
  for (let i = 0; i < Math.max(a.length, b.length); i++)
    result.push((i < a.length ? a[i] : 0) + factor * (i < b.length ? b[i] : 0))
  return result
}
