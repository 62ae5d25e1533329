/** Prints a figure with its bar. Look at the ratios: the seconds are this machine's, whose own pace comes and goes. */
export const line = (what: string, value: string, bar: string): void =>
  void process.stdout.write(`${what.padEnd(66)} ${value.padStart(10)}   ${bar}\n`)
export const ms = (value: number): string => `${value.toFixed(value < 1 ? 3 : 2)} ms`

/** The mean time of so many calls (ms). */
export function each(calls: number, work: () => void): number {
  const before = performance.now()
  for (let i = 0; i < calls; i++) work()
  return (performance.now() - before) / calls
}

export const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!

/** The value that such a share of them are no larger than. */
export const at = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)]!

/** The median of several measurements of the mean of some calls (ms). */
export const median = (calls: number, work: () => void, times = 7): number =>
  middle(Array.from({ length: times }, () => each(calls, work)))

/** How much faster a short work is than a long one: the median of rounds in which both are done side by side. */
export const timesFaster = (calls: number, short: () => void, long: () => void, rounds = 9): number =>
  middle(
    Array.from({ length: rounds }, () => {
      const took = each(calls, short)
      return each(1, long) / took
    }),
  )

/** Does something again and again for a while (ms), so that what is measured then is compiled as well as it gets. */
export function warmUp(work: () => void, forMs = 3000): void {
  const until = performance.now() + forMs
  while (performance.now() < until) work()
}
