import { between } from '../space'
import type { Point } from '../show'

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

/**
 * The fewest samples, one after the other, between which a straight way at an even pace stays as near to all others as is tolerated at
 * their time. The first, the last and those with a key, or that stay, are kept.
 */
export function simplified(samples: readonly Sample[], tolerated: (t: number) => Tolerance): Sample[] {
  if (samples.length < 3) return [...samples]
  const kept = [samples[0]]
  let from = 0
  while (from < samples.length - 1) {
    from = farthest(samples, from, tolerated)
    kept.push(samples[from])
  }
  return kept
}
const isFixed = ({ key, stays, put }: Sample): boolean => key !== undefined || stays === true || put === true

/** The last sample up to which all between are near enough to the straight way: sought in steps that double, then halve. */
function farthest(samples: readonly Sample[], from: number, tolerated: (t: number) => Tolerance): number {
  let end = from + 1
  while (end < samples.length - 1 && !isFixed(samples[end])) end++
  const last = end
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

function isNear(samples: readonly Sample[], from: number, to: number, tolerated: (t: number) => Tolerance): boolean {
  const [a, b] = [samples[from], samples[to]]
  const seconds = b.t - a.t
  const [ax, ay, az] = a.at
  const [wx, wy, wz] = [b.at[0] - ax, b.at[1] - ay, b.at[2] - az]
  for (let i = from + 1; i < to; i++) {
    const { t, at, yaw } = samples[i]
    const { place, yaw: turned } = tolerated(t)
    const share = seconds > 0 ? (t - a.t) / seconds : 0
    const dx = at[0] - ax - wx * share
    const dy = at[1] - ay - wy * share
    const dz = at[2] - az - wz * share
    if (dx * dx + dy * dy + dz * dz > place * place || between(yaw, a.yaw) > turned) return false
  }
  return true
}
