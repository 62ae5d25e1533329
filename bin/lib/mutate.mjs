// Changes core a little in many places, one at a time, and counts how often a test notices: how much the tests are worth.
// `bin/mutate core/space core/engine/play` takes folders; `--share 10` changes a tenth of their lines, `--lines` shows what went unnoticed.
import { Stryker } from '@stryker-mutator/core'
import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'

import { buildFolder, root } from './folders.mjs'

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { lines: { type: 'boolean' }, share: { type: 'string', default: '100' } },
})
const folders = (positionals.length > 0 ? positionals : ['core/space']).map((folder) => folder.replace(/\/+$/, ''))
process.chdir(root)
// What a property would notice it notices in its first tries, nearly always: each change is met by so many milliseconds of each.
process.env.ESVIK_TRIES = '1500'

/** So many lines are taken or left together, so that what is one change stays one. */
const BLOCK = 6
/** A share of the lines of a folder's files (percent), always the same ones: as Stryker names them. */
function sampled(folder, share) {
  const files = readdirSync(folder, { recursive: true })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && !name.endsWith('index.ts'))
    .map((name) => join(folder, name))
  if (share >= 100) return files
  return files.flatMap((file) => {
    const length = readFileSync(file, 'utf8').split('\n').length
    return Array.from({ length: Math.ceil(length / BLOCK) }, (_, i) => i)
      .filter((i) => createHash('sha256').update(`${file}:${i}`).digest().readUInt16BE() % 100 < share)
      .map((i) => `${file}:${i * BLOCK + 1}-${(i + 1) * BLOCK}`)
  })
}

for (const folder of folders) {
  const results = await new Stryker({
    testRunner: 'vitest',
    vitest: { configFile: 'tests/harness/mutated.config.ts', dir: folder, related: false },
    mutate: sampled(folder, Number(values.share)),
    coverageAnalysis: 'perTest',
    ignoreStatic: true,
    ignorePatterns: ['.output', '.data', '.build', 'docs', 'app', 'server', 'tests/browser', 'tests/api'],
    tempDirName: join(buildFolder(), 'mutated'),
    reporters: values.lines ? ['clear-text', 'json'] : ['json'],
    jsonReporter: { fileName: join(buildFolder(), `mutated-${folder.replaceAll('/', '-')}.json`) },
    clearTextReporter: { logTests: false, allowColor: false },
    timeoutMS: 4000,
    disableTypeChecks: true,
    allowConsoleColors: false,
    logLevel: 'warn',
  }).runMutationTest()
  const count = (...statuses) => results.filter(({ status }) => statuses.includes(status)).length
  const noticed = count('Killed', 'Timeout')
  const all = noticed + count('Survived', 'NoCoverage')
  console.log(`${folder}: ${((100 * noticed) / all).toFixed(1)} % of ${all} changes are noticed`)
}
