import type { Point } from '../show'

/** Numbers of one telling: when, where, which way. */
const NUMBERS = 5
/** Times this near are one (s). */
const ROUNDING = 1e-6
/** Room for so many at first. */
const ROOM = 4096

/** What a live run has been told of somebody, telling by telling: kept as numbers, since it is very much. */
export class Told {
  private numbers = new Float64Array(NUMBERS * ROOM)
  private readonly keys = new Map<number, string>()
  count = 0

  add(t: number, [x, y, z]: Point, yaw: number, key: string | undefined): void {
    const at = NUMBERS * this.count
    if (at === this.numbers.length) {
      const grown = new Float64Array(2 * at)
      grown.set(this.numbers)
      this.numbers = grown
    }
    this.numbers.set([t, x, y, z, yaw], at)
    if (key !== undefined) this.keys.set(this.count, key)
    this.count++
  }
  timeOf = (index: number): number => this.numbers[NUMBERS * index]
  placeOf = (index: number): Point => [
    this.numbers[NUMBERS * index + 1],
    this.numbers[NUMBERS * index + 2],
    this.numbers[NUMBERS * index + 3],
  ]
  yawOf = (index: number): number => this.numbers[NUMBERS * index + 4]
  keyOf = (index: number): string | undefined => this.keys.get(index)

  /** Forgets all that was told after a time, but for the first. */
  cutAt(t: number): void {
    let { count } = this
    while (count > 1 && this.timeOf(count - 1) > t + ROUNDING) count--
    this.count = count
    for (const index of this.keys.keys()) if (index >= count) this.keys.delete(index)
  }
}
