import { thousandths } from '../base'
import type { Show } from '../show'
import type { SetOut } from './evidence'
import { populationOf } from './population'
import type { Outcome } from './outcome'
import { keepsWishes } from './sweep'
import { quantilesOf, type Share } from './shares'
import { BANDS, cueTally, quietsOf } from './tally'

/** What a study comes to, as it is written to a file: times in s, shares from 0 to 1. */
export interface StudyReport {
  format: 'esvik-study'
  version: 1
  show: string
  /** Who set out: the population's name, and the walks that were followed. */
  population: string
  walks: string[]
  walkers: number
  cues: CueReport[]
  /** The quiets between two scares: how many, and how long at shares of `bands`. */
  quiets: { count: number; seconds: (number | null)[]; wished?: { short: number; long: number } }
  bands: readonly number[]
}
/** What a cue comes to in a study that was written down. */
export interface CueReport {
  cue: string
  name: string
  never: Counted
  once: Counted
  more: Counted
  /** What was wished for it, and whether that is kept. */
  wish?: { never: number; more: number; kept: boolean }
  /** When it fires first, of those who meet it, at shares of `bands`. */
  first: (number | null)[]
  held: { [gate: string]: number }
  missed: { [why: string]: number }
}
type Counted = Pick<Share, 'count' | 'share' | 'low' | 'high'>

const counted = ({ count, share, low, high }: Share): Counted => ({
  count,
  share: thousandths(share),
  low: thousandths(low),
  high: thousandths(high),
})
const orNull = (value: number): number | null => (Number.isNaN(value) ? null : thousandths(value))

/** A study of a show as it is written to a file. */
export function studyReport(show: Show, { walks, population }: SetOut, outcomes: readonly Outcome[]): StudyReport {
  const quiets = quietsOf(outcomes).map(({ seconds }) => seconds)
  const { quiet } = show.wishes
  return {
    format: 'esvik-study',
    version: 1,
    show: show.title,
    population: populationOf(show, population).name,
    walks: [...walks],
    walkers: outcomes.length,
    cues: show.cues.map(({ id, name, wish }, i) => {
      const { never, once, more, first, held, missed } = cueTally(outcomes, i)
      return {
        cue: id,
        name,
        never: counted(never),
        once: counted(once),
        more: counted(more),
        ...(wish && { wish: { ...wish, kept: keepsWishes({ never, more }, wish) } }),
        first: first.map(orNull),
        held: Object.fromEntries(held.map(({ gate, perWalk }) => [gate, thousandths(perWalk)])),
        missed: Object.fromEntries(missed.map(({ why, count }) => [why, count])),
      }
    }),
    quiets: {
      count: quiets.length,
      seconds: quantilesOf(quiets.sort((a, b) => a - b), BANDS).map(orNull), // prettier-ignore
      ...(quiet && {
        wished: {
          short: quiets.filter((seconds) => seconds < quiet[0]).length,
          long: quiets.filter((seconds) => seconds > quiet[1]).length,
        },
      }),
    },
    bands: BANDS,
  }
}
