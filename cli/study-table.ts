import Papa from 'papaparse'
import { BANDS, type StudyReport } from '../core/study'

/** A study as comma-separated values (RFC 4180): a line for each cue. */
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
  return Papa.unparse([header, ...rows])
}
