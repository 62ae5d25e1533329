import { GATES, type Gate } from '../engine'
import { MISSES, type Miss, type Outcome } from './outcome'
import { quantilesOf, shareOf, type Share } from './shares'

/** The shares of walkers by which a spread is told: 8 in 10, half of them, and the middle. */
export const BANDS = [0.1, 0.25, 0.5, 0.75, 0.9] as const

/** What a cue comes to with many walkers. */
export interface CueTally {
  never: Share
  once: Share
  more: Share
  /** When it fires first, of those who meet it: the times at the shares of `BANDS` (s), NaN if nobody does. */
  first: number[]
  /** All of these times, in order (s). */
  firsts: Float64Array
  /** How often each gate held it, per walker. */
  held: { gate: Gate; perWalk: number }[]
  /** Why those who never meet it don't, the most frequent first, and the first walker of each. */
  missed: { why: Miss; count: number; walker: number }[]
  /** A walker who meets it once, nearest to the middle; one who meets it more often; one who never does. */
  walkers: { once?: number; more?: number; never?: number }
}

/** What a cue, by its place in the show, comes to. */
export function cueTally(outcomes: readonly Outcome[], cue: number): CueTally {
  const n = outcomes.length
  const [never, once, more] = [0, 1, 2].map((times) =>
    outcomes.filter((outcome) => Math.min(2, outcome.times[cue]) === times),
  )
  const firsts = Float64Array.from(outcomes.flatMap(({ first }) => (first[cue] >= 0 ? [first[cue]] : []))).sort()
  const first = quantilesOf(firsts, BANDS)
  const held = GATES.map((gate, i) => {
    const sum = outcomes.reduce((all, outcome) => all + outcome.held[cue * GATES.length + i], 0)
    return { gate, perWalk: n > 0 ? sum / n : 0 }
  }).filter(({ perWalk }) => perWalk > 0)
  const missed = MISSES.flatMap((why, i) => {
    const those = never.filter((outcome) => outcome.missed[cue] === i)
    return those.length > 0 ? [{ why, count: those.length, walker: those[0].walker }] : []
  }).sort((a, b) => b.count - a.count)
  const near = (outcome: Outcome) => Math.abs(outcome.first[cue] - first[2])
  const walkers = {
    once: once.reduce<Outcome | undefined>((best, each) => (best && near(best) <= near(each) ? best : each), undefined)
      ?.walker,
    more: more[0]?.walker,
    never: never[0]?.walker,
  }
  return {
    never: shareOf(never.length, n),
    once: shareOf(once.length, n),
    more: shareOf(more.length, n),
    first,
    firsts,
    held,
    missed,
    walkers,
  }
}

/** How long it has been quiet, over the run's time. */
export interface QuietOver {
  /** The times (s), as far as half of all walkers still walk. */
  t: number[]
  /** At each time how long ago the last scare was, or the begin: at the shares of `BANDS` (s). */
  bands: number[][]
}

/** How long ago the last scare was, at every `step` seconds of the run, with many walkers. */
export function quietOver(outcomes: readonly Outcome[], step: number): QuietOver {
  const lengths = Float64Array.from(outcomes, ({ length }) => length).sort()
  const [end] = quantilesOf(lengths, [0.5])
  const t: number[] = []
  const bands: number[][] = []
  const next = new Int32Array(outcomes.length)
  for (let n = 0; n * step <= end; n++) {
    const now = n * step
    const since: number[] = []
    outcomes.forEach(({ length, scares }, i) => {
      if (length < now) return
      while (next[i] < scares.length && scares[next[i]] <= now) next[i]++
      since.push(now - (next[i] > 0 ? scares[next[i] - 1] : 0))
    })
    t.push(now)
    bands.push(quantilesOf(Float64Array.from(since).sort(), BANDS))
  }
  return { t, bands }
}

/** A quiet between two scares, of whom, and when it begins (s). */
export interface Quiet {
  walker: number
  t: number
  seconds: number
}
/** All quiets between two scares; scares at the same time are one. */
export const quietsOf = (outcomes: readonly Outcome[]): Quiet[] =>
  outcomes.flatMap(
    ({ walker, scares }) =>
    Array.from(scares.subarray(1)).flatMap((t, i) => (t > scares[i] ? [{ walker, t: scares[i], seconds: t - scares[i] }] : [])), // prettier-ignore
  )
