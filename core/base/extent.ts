/** The least and the most of some numbers, however many there are; infinite the wrong way round of none. */
export function extent(values: Iterable<number>): [low: number, high: number] {
  let [low, high] = [Infinity, -Infinity]
  for (const value of values) {
    if (value < low) low = value
    if (value > high) high = value
  }
  return [low, high]
}
