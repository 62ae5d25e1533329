import { lanesOf } from './score'
import type { Score } from './lane'

/** A firing that is another in the later of two runs: earlier or later (s), no more, or new. */
export interface FiredOtherwise {
  rule: string
  cue: string
  zone: string | undefined
  before?: number
  after?: number
}
/** Firings that are farther apart than this are two, not one that has moved (s). */
const MOVES = 30
/** What differs by less is the same (s). */
const SAME = 0.005
/** Of a rule so many firings of a run are put beside those of another; the rest by their order. */
const MOST = 500

/** Which firings of two runs are others, by the time at which their cue begins, its delay over. A rule's firings keep their order, and are paired so that they move by the least in all. */
export function firedOtherwise(before: Score, after: Score): FiredOtherwise[] {
  const [was, is] = [byRule(before), byRule(after)]
  const found: FiredOtherwise[] = []
  for (const rule of new Set([...was.keys(), ...is.keys()])) {
    const [earlier, later] = [was.get(rule), is.get(rule)]
    const { zone, cue } = (later ?? earlier)!
    for (const [a, b] of paired(earlier?.t ?? [], later?.t ?? []))
      if (a === undefined || b === undefined || Math.abs(a - b) > SAME)
        found.push({
          rule,
          cue,
          zone,
          ...(a !== undefined && { before: a }),
          ...(b !== undefined && { after: b }),
        })
  }
  const when = ({ before, after }: FiredOtherwise) => Math.min(before ?? Infinity, after ?? Infinity)
  return found.sort((a, b) => when(a) - when(b))
}

interface Firings {
  zone: string | undefined
  cue: string
  t: number[]
}
function byRule(score: Score): Map<string, Firings> {
  const rules = new Map<string, Firings>()
  for (const lane of lanesOf(score)) {
    const begins = new Map(lane.playings.map(({ playing, from }) => [playing, from]))
    for (const { rule, cue, playing, t } of lane.fired) {
      const begun = begins.get(playing) ?? t
      const known = rules.get(rule)
      if (known) known.t.push(begun)
      else rules.set(rule, { zone: lane === score.noZone ? undefined : lane.zone, cue, t: [begun] })
    }
  }
  return rules
}

type Pair = [number | undefined, number | undefined]
/** Two lists of times as pairs in their order: least shift in all, where being alone costs half of the farthest that a pair may be apart. */
function paired(a: readonly number[], b: readonly number[]): Pair[] {
  if (a.length > MOST || b.length > MOST)
    return Array.from({ length: Math.max(a.length, b.length) }, (_, i): Pair => [a[i], b[i]])
  const wide = b.length + 1
  const cost = new Float64Array((a.length + 1) * wide)
  const alone = MOVES / 2
  for (let i = 0; i <= a.length; i++)
    for (let j = 0; j <= b.length; j++)
      if (i + j > 0)
        cost[i * wide + j] = Math.min(
          i > 0 ? cost[(i - 1) * wide + j] + alone : Infinity,
          j > 0 ? cost[i * wide + j - 1] + alone : Infinity,
          i > 0 && j > 0 ? cost[(i - 1) * wide + j - 1] + Math.abs(a[i - 1] - b[j - 1]) : Infinity,
        )
  const pairs: Pair[] = []
  let [i, j] = [a.length, b.length]
  while (i + j > 0) {
    const here = cost[i * wide + j]
    if (i > 0 && j > 0 && here === cost[(i - 1) * wide + j - 1] + Math.abs(a[i - 1] - b[j - 1]))
      pairs.push([a[--i], b[--j]])
    else if (i > 0 && here === cost[(i - 1) * wide + j] + alone) pairs.push([a[--i], undefined])
    else pairs.push([undefined, b[--j]])
  }
  return pairs.reverse()
}
