import { extent } from '../base'
import type { Point } from '../show'

/** What of a file of tracks is what: columns by their place, nothing where there is none. */
export interface Mapping {
  who: number | undefined
  time: number
  x: number
  /** How high the feet are. */
  y: number | undefined
  z: number
  yaw: number | undefined
  /** What is pressed: nothing where the cell is empty, 0, no or false. */
  key: number | undefined
  /** How many seconds a unit of time is, and how many metres a unit of length. */
  seconds: number
  metres: number
  /** Whether X and Z go the other way. */
  flipsX: boolean
  flipsZ: boolean
  /** By how much all is moved afterwards (m). */
  shift: Point
  /** Of facing: whether it is in radians, turns clockwise seen from above, and where 0 looks: degrees from −Z. */
  radians: boolean
  clockwise: boolean
  zero: number
}

const NAMES: { [field in 'who' | 'time' | 'x' | 'y' | 'z' | 'yaw' | 'key']: RegExp } = {
  who: /^(player|who|id|user|session|name|subject)/i,
  time: /^(t|time|seconds?|s|ms|timestamp|clock)\b/i,
  x: /^(pos(ition)?[ _.-]?)?x\b/i,
  y: /^(pos(ition)?[ _.-]?)?y\b|^(height|up|elevation)/i,
  z: /^(pos(ition)?[ _.-]?)?z\b/i,
  yaw: /^(yaw|heading|facing|rot(ation)?[ _.-]?y?|dir(ection)?)\b/i,
  key: /^(use|press(ed)?|presses|key|action|interact)/i,
}
/** Steps of time that are larger than this are of milliseconds (s). */
const LONG_STEP = 4
/** Ways this many times as long as the place is wide are in centimetres. */
const TOO_WIDE = 20

/** What columns are likely to mean: by their names, and by their numbers where those leave it open. `size`: how wide the place is (m). */
export function guessed(header: readonly string[], rows: readonly (readonly string[])[], size: number): Mapping {
  const find = (field: keyof typeof NAMES) => {
    const at = header.findIndex((name) => NAMES[field].test(name.trim()))
    return at < 0 ? undefined : at
  }
  const numbers = (column: number) => rows.map((row) => Number(row[column])).filter(Number.isFinite)
  const spread = (column: number) => {
    const [low, high] = extent(numbers(column))
    return Math.max(0, high - low)
  }
  const [time, x] = [find('time') ?? 0, find('x') ?? 1]
  let [y, z] = [find('y'), find('z') ?? find('y') ?? 2]
  if (y === z) y = undefined
  // Where the third number goes further up and down than the second, the second is the ground’s.
  if (y !== undefined && spread(y) > spread(z) * 2 && !/height|up|elev/i.test(header[y])) [y, z] = [z, y]
  const times = numbers(time)
  const steps = times.slice(1).map((t, i) => t - times[i]).filter((step) => step > 0).sort((a, b) => a - b) // prettier-ignore
  const step = steps[steps.length >> 1] ?? 0
  const wide = Math.max(spread(x), spread(z))
  const yaw = find('yaw')
  const turns = yaw === undefined ? 0 : Math.max(0, ...numbers(yaw).map(Math.abs))
  return {
    who: find('who'),
    time,
    x,
    y,
    z,
    yaw,
    key: find('key'),
    seconds: step > LONG_STEP || /ms|milli/i.test(header[time] ?? '') ? 0.001 : 1,
    metres: size > 0 && wide > TOO_WIDE * size ? 0.01 : 1,
    flipsX: false,
    flipsZ: false,
    shift: [0, 0, 0],
    radians: turns > 0 && turns <= Math.PI * 2 + 0.01,
    clockwise: false,
    zero: 0,
  }
}
