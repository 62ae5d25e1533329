import { prepare, RunError, walksOf } from '../core/engine'
import { outcomeOf, studyReport, studyTable, type Outcome } from '../core/study'
import { usualWalks } from '../core/score'
import { messageOf } from '../core/base'
import { readShowFile, write } from './commands'
import { CliError } from './errors'
import { createProgress } from './progress'

interface StudyCommand {
  walk: string[]
  walkers: number
  out?: string
  progress?: boolean
}

/** Has many varied walkers walk a show, and writes what they meet: as JSON, or by the name of the file as comma-separated values. */
export async function study(file: string, { walk, walkers, out, progress }: StudyCommand): Promise<void> {
  const show = await readShowFile(file)
  const walks = walk.length > 0 ? walk : usualWalks(show)
  await prepare(show, { tally: true })
  const told = createProgress(progress, {
    words: (done) => `${done} of ${walkers} walkers …`,
    stopped: (done) => `Stopped after ${done} walkers; nothing was written`,
  })
  const outcomes: Outcome[] = []
  try {
    walksOf(show, walks)
    for (let walker = 1; walker <= walkers; walker++) {
      outcomes.push(outcomeOf(show, walks, walker))
      await told.cameTo(walker)
    }
  } catch (error) {
    throw error instanceof RunError ? new CliError(messageOf(error)) : error
  } finally {
    told.end()
  }
  const report = studyReport(show, walks, outcomes)
  await write(out?.toLowerCase().endsWith('.csv') ? studyTable(report) : JSON.stringify(report, null, 2), out)
}
