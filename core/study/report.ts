import { thousandths } from '../base'
import type { Show } from '../show'
import type { Outcome } from './outcome'
import { quantilesOf, type Share } from './shares'
import { BANDS, cueTally, quietsOf } from './tally'

/** What a study comes to, as it is written to a file: times in s, shares from 0 to 1. */
export interface StudyReport {
  format: 'esvik-study'
  version: 1
  show: string
  walks: string[]
  walkers: number
  cues: CueReport[]
  /** The quiets between two scares: how many, and how long at shares of `bands`. */
  quiets: { count: number; seconds: (number | null)[]; wished?: { short: number; long: number } }
  bands: readonly number[]
}
interface CueReport {
  cue: string
  name: string
  never: Counted
  once: Counted
  more: Counted
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

/** A study of a show's walks as it is written to a file. */
export function studyReport(show: Show, walks: readonly string[], outcomes: readonly Outcome[]): StudyReport {
  const quiets = quietsOf(outcomes).map(({ seconds }) => seconds)
  const { quiet } = show.wishes
  return {
    format: 'esvik-study',
    version: 1,
    show: show.title,
    walks: [...walks],
    walkers: outcomes.length,
    cues: show.cues.map(({ id, name }, i) => {
      const { never, once, more, first, held, missed } = cueTally(outcomes, i)
      return {
        cue: id,
        name,
        never: counted(never),
        once: counted(once),
        more: counted(more),
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

/** The same as comma-separated values: a line for each cue. */
export function studyTable({ cues, walkers }: StudyReport): string {
  const percents = BANDS.map((share) => `first at ${share * 100} % (s)`)
  const header = ['cue', 'name', 'walkers', 'never', 'never from', 'never to', 'once', 'more', ...percents, 'held per walk', 'never, since'] // prettier-ignore
  const rows = cues.map(({ cue, name, never, once, more, first, held, missed }) => [
    cue,
    name,
    walkers,
    never.share,
    never.low,
    never.high,
    once.share,
    more.share,
    ...first.map((t) => t ?? ''),
    Object.entries(held).map(([gate, perWalk]) => `${gate} ${perWalk}`).join('; '), // prettier-ignore
    Object.entries(missed).map(([why, count]) => `${why} ${count}`).join('; '), // prettier-ignore
  ])
  return [header, ...rows].map((row) => row.map(cellOf).join(',')).join('\r\n')
}
/** A cell by RFC 4180. */
function cellOf(value: string | number): string {
  const text = String(value)
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}
