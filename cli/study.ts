import { prepare, RunError } from '../core/engine'
import {
  outcomeOf,
  ruleNamed,
  studyReport,
  SWEPT,
  SWEPT_FIELDS,
  fieldsOf,
  sweptAt,
  valuesOver,
  varied,
  type Outcome,
  type SetOut,
  type Swept,
  type SweptField,
} from '../core/study'
import { usualWalks } from '../core/score'
import type { Show } from '../core/show'
import { messageOf } from '../core/base'
import { readShowFile, write } from './commands'
import { CliError, FAULTS } from './errors'
import { createProgress } from './progress'
import { studyTable } from './study-table'

interface StudyCommand {
  walk: string[]
  /** By its id. */
  population?: string
  walkers: number
  out?: string
  progress?: boolean
}

/** Who sets out, as was asked. @throws CliError for a population the show doesn't have */
function whoSetsOut(show: Show, walk: readonly string[], population: string | undefined): SetOut {
  if (population !== undefined && !show.populations.some(({ id }) => id === population))
    throw new CliError(FAULTS.noPopulation(population, show.populations.map(({ id }) => id))) // prettier-ignore
  return { walks: walk.length > 0 ? walk : usualWalks(show), population }
}

/** Has many varied walkers walk a show, and writes what they meet: as JSON, or by the name of the file as comma-separated values. */
export async function study(file: string, { walk, population, walkers, out, progress }: StudyCommand): Promise<void> {
  const show = await readShowFile(file)
  const setOut = whoSetsOut(show, walk, population)
  await prepare(show, { tally: true })
  const told = createProgress(progress, {
    words: (done) => `${done} of ${walkers} walkers …`,
    stopped: (done) => `Stopped after ${done} walkers; nothing was written`,
  })
  const outcomes: Outcome[] = []
  try {
    varied(show, setOut, 1)
    for (let walker = 1; walker <= walkers; walker++) {
      outcomes.push(outcomeOf(show, setOut, walker))
      await told.cameTo(walker)
    }
  } catch (error) {
    throw error instanceof RunError ? new CliError(messageOf(error)) : error
  } finally {
    told.end()
  }
  const report = studyReport(show, setOut, outcomes)
  await write(out?.toLowerCase().endsWith('.csv') ? studyTable(report) : JSON.stringify(report, null, 2), out)
}

interface SweepCommand extends Omit<StudyCommand, 'out'> {
  rule: string
  field: string
  from: number
  to: number
  values: number
}
const isSwept = (field: string): field is SweptField => (SWEPT_FIELDS as string[]).includes(field)

/** Tries a number of a rule over a range, with the same walkers at each value, and prints how many never meet its cue and how many get it again. */
export async function sweep(file: string, options: SweepCommand): Promise<void> {
  const { rule, field, from, to, values, walk, population, walkers, progress } = options
  const show = await readShowFile(file)
  if (!isSwept(field)) throw new CliError(FAULTS.notSwept(field, SWEPT_FIELDS))
  const found = ruleNamed(show, rule)
  if (!found) throw new CliError(FAULTS.noRule(rule))
  if (!fieldsOf(found.rule).includes(field)) throw new CliError(FAULTS.notSwept(field, fieldsOf(found.rule)))
  const tried = valuesOver([from, to], values, SWEPT[field].whole)
  const asked = { rule, field, values: tried, cue: found.rule.cue, setOut: whoSetsOut(show, walk, population), walkers } // prettier-ignore
  const told = createProgress(progress, {
    words: (done) => `${done} of ${tried.length} values …`,
    stopped: (done) => `Stopped after ${done} values; nothing was written`,
  })
  const swept: Swept[] = []
  try {
    varied(show, asked.setOut, 1)
    for (const value of tried) {
      const one = await sweptAt(show, asked, { value })
      if (one) swept.push(one)
      await told.cameTo(swept.length)
    }
  } catch (error) {
    throw error instanceof RunError ? new CliError(messageOf(error)) : error
  } finally {
    told.end()
  }
  await write(JSON.stringify({ ...asked, swept, now: SWEPT[field].of(found.rule) ?? null }, null, 2), undefined)
}
