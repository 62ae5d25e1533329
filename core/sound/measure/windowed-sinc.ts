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

/**
 * For each of the places between two samples that cut their distance into `times` parts, what each sample around it adds there: a sine
 * cardinal under a Kaiser window, `around` samples on either side. (Oppenheim and Schafer, Discrete-Time Signal Processing, 7.6)
 */
export const windowedSinc = (times: number, around: number): readonly Float64Array[] =>
  Array.from({ length: times - 1 }, (_, phase) =>
    Float64Array.from({ length: 2 * around }, (__, i) => {
      const off = i - around + 1 - (phase + 1) / times
      const within = off / around
      const window = bessel0(BETA * Math.sqrt(Math.max(0, 1 - within * within))) / bessel0(BETA)
      return (Math.sin(Math.PI * off) / (Math.PI * off)) * window
    }),
  )
