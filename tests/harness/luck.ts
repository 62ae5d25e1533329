import fc from 'fast-check'
import { afterAll, expect } from 'vitest'

/**
 * Properties are tried on the same random shows at every run, so that what is green once is green again.
 * `ESVIK_SEED=random npx vitest run --project unit` tries others; a number tries those of that number.
 */
const asked = process.env.ESVIK_SEED
const seed = asked === 'random' ? undefined : Number(asked ?? 2611)

/** A property is tried so long (ms): a machine under load tries it less often, and says so. `ESVIK_TRIES=all` tries it as often as it asks for, a number so many milliseconds. */
const tries = process.env.ESVIK_TRIES
const everyTry = tries === 'all'
const LONGEST = everyTry ? Infinity : Number(tries ?? 10_000)

let tried = 0
const cutShort: string[] = []

fc.configureGlobal({
  ...(seed !== undefined && { seed }),
  ...(!everyTry && { interruptAfterTimeLimit: LONGEST }),
  reporter(outcome) {
    const problem = fc.defaultReportMessage(outcome)
    if (outcome.failed) throw new Error(problem, { cause: outcome.errorInstance })
    tried += outcome.numRuns
    const wanted = outcome.runConfiguration.numRuns ?? 100
    if (outcome.numRuns < wanted)
      cutShort.push(`${outcome.numRuns} of ${wanted} tries of "${expect.getState().currentTestName}"`)
  },
})

afterAll(() => {
  if (cutShort.length > 0 && tries === undefined)
    process.stderr.write(`Properties, ${tried} tries; in the time there was ${cutShort.join(', ')}\n`)
  else if (tried > 0 && everyTry) process.stdout.write(`Properties, all ${tried} tries.\n`)
})
