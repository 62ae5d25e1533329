import { between } from '../space'
import { thousandths } from '../base'
import type { Point, WalkPoint } from '../show'

/** Where somebody was at a time of the run (s), which way they faced from then on (degrees), and what they pressed. */
export interface Sample {
  t: number
  at: Point
  yaw: number
  key?: string
  /** They were put here: what comes before it ends elsewhere. */
  put?: true
  /** It stays, whatever else does: something begins or ends here that a walk heeds. */
  stays?: true
}
/** How far what is left may be from what was there: in place (m), and in facing (degrees). */
export interface Tolerance {
  place: number
  yaw: number
}

/** Samples as numbers: t, x, y, z and yaw of each, one after the other, and whether it stays. */
export interface Samples {
  count: number
  numbers: Float64Array
  stays: Uint8Array
}
export const NUMBERS_OF_SAMPLE = 5

/**
 * The fewest samples, one after the other, between which a straight way at an even pace stays as near to all others as is tolerated at
 * their time: by their places. The first, the last and those that stay are kept.
 */
export function keptOf(samples: Samples, tolerated: (t: number) => Tolerance): number[] {
  const { count } = samples
  if (count === 0) return []
  const kept = [0]
  for (let from = 0; from < count - 1;) {
    from = farthest(samples, from, tolerated)
    kept.push(from)
  }
  return kept
}

/** The same of samples with a key, or that are put somewhere, or stay. */
export function simplified(samples: readonly Sample[], tolerated: (t: number) => Tolerance): Sample[] {
  const numbers = new Float64Array(NUMBERS_OF_SAMPLE * samples.length)
  const stays = new Uint8Array(samples.length)
  samples.forEach(({ t, at, yaw, key, put, stays: fixed }, i) => {
    numbers.set([t, ...at, yaw], NUMBERS_OF_SAMPLE * i)
    stays[i] = key !== undefined || put || fixed ? 1 : 0
  })
  return keptOf({ count: samples.length, numbers, stays }, tolerated).map((i) => samples[i])
}

/** The last sample up to which all between are near enough to the straight way: sought in steps that double, then halve. */
function farthest(samples: Samples, from: number, tolerated: (t: number) => Tolerance): number {
  const { count, stays } = samples
  let last = from + 1
  while (last < count - 1 && stays[last] === 0) last++
  let good = from + 1
  let step = 2
  while (good < last && isNear(samples, from, Math.min(last, from + step), tolerated)) {
    good = Math.min(last, from + step)
    step *= 2
  }
  let bad = Math.min(last + 1, from + step)
  while (bad - good > 1) {
    const middle = (good + bad) >> 1
    if (middle <= last && isNear(samples, from, middle, tolerated)) good = middle
    else bad = middle
  }
  return good
}

function isNear({ numbers: n }: Samples, from: number, to: number, tolerated: (t: number) => Tolerance): boolean {
  const a = NUMBERS_OF_SAMPLE * from
  const b = NUMBERS_OF_SAMPLE * to
  const seconds = n[b] - n[a]
  const [wx, wy, wz] = [n[b + 1] - n[a + 1], n[b + 2] - n[a + 2], n[b + 3] - n[a + 3]]
  for (let i = a + NUMBERS_OF_SAMPLE; i < b; i += NUMBERS_OF_SAMPLE) {
    const { place, yaw } = tolerated(n[i])
    const share = seconds > 0 ? (n[i] - n[a]) / seconds : 0
    const dx = n[i + 1] - n[a + 1] - wx * share
    const dy = n[i + 2] - n[a + 2] - wy * share
    const dz = n[i + 3] - n[a + 3] - wz * share
    if (dx * dx + dy * dy + dz * dz > place * place || between(n[i + 4], n[a + 4]) > yaw) return false
  }
  return true
}

/** Less far than this is no way (m). */
export const NO_WAY = 1e-4
/** How far two samples are apart (m). */
export const wayBetween = (a: Pick<Sample, 'at'>, b: Pick<Sample, 'at'>): number =>
  Math.hypot(b.at[0] - a.at[0], b.at[1] - a.at[1], b.at[2] - a.at[2])

/** The point of a walk that a sample is, with no pause yet; where nobody knows which way they faced, it looks ahead. */
export const pointOf = ({ at, yaw, key }: Sample, faces = true): WalkPoint => ({
  at: [thousandths(at[0]), thousandths(at[1]), thousandths(at[2])],
  pause: 0,
  use: key !== undefined,
  key: key ?? 'E',
  useAfter: 0,
  look: faces ? { yaw: thousandths(yaw) } : 'ahead',
  arrive: false,
  jump: false,
})
