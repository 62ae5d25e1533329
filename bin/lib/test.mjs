// `bin/test`: lint, types, unit, API and browser tests, each once; or the parts that are named.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt } from './built.mjs'
import { openDatabase, removeDatabase } from './database.mjs'
import { ensureDebian } from './debian.mjs'
import { buildApart, root } from './folders.mjs'
import { ensureBundle, ensurePackages } from './fresh.mjs'

const PARTS = ['lint', 'types', 'unit', 'api', 'browser']
const asked = process.argv.slice(2)
if (asked.includes('--help') || asked.some((part) => !PARTS.includes(part))) {
  process.stdout.write(`bin/test [${PARTS.join('|')}] …\n\nWithout a name, every part in this order.\n`)
  process.exit(asked.includes('--help') ? 0 : 1)
}
const parts = asked.length > 0 ? PARTS.filter((part) => asked.includes(part)) : PARTS
/** Arrows between rooms, as `.dependency-cruiser.cjs` has them. */
const FOLDERS = ['core', 'app', 'server', 'cli', 'demo', 'tests', 'bin']
const bin = (name) => join(root, 'node_modules/.bin', name)
const said = (text) => process.stdout.write(`${text}\n`)

function run(command, args, env = {}) {
  return (
    spawnSync(command, args, {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1', ...env },
    }).status === 0
  )
}

buildApart('test')
ensurePackages()
const results = []
function part(name, work) {
  if (!parts.includes(name)) return
  said(`\n── ${name}`)
  const began = Date.now()
  const passed = work()
  results.push({ name, passed })
  said(`${passed ? 'passed' : 'FAILED'}: ${name}, ${Math.round((Date.now() - began) / 1000)} s`)
}

/** Does something at the first call, and says from then on what came of it. */
function once(work) {
  let passed
  return () => (passed ??= work())
}
/** What the page's framework writes for types and tests. */
const prepared = once(() => run(bin('nuxt'), ['prepare', '--logLevel=silent']))
/** What types are asked by: those of the framework, and those that core gives. */
const typed = once(() => prepared() && run(bin('tsc'), ['-b', 'core']))
part(
  'lint',
  () =>
    typed() &&
    run(bin('eslint'), ['.']) &&
    run(bin('prettier'), ['--check', '--log-level=warn', '.']) &&
    run(bin('depcruise'), FOLDERS),
)
part(
  'types',
  () =>
    typed() &&
    run(bin('vue-tsc'), ['--noEmit', '-p', 'tsconfig.check.json']) &&
    run(bin('tsc'), ['--noEmit', '-p', 'tsconfig.core-tests.json']),
)
part('unit', () => prepared() && run(bin('vitest'), ['run', '--project', 'unit']))

/** What the tests make sound files with: other people's programs. */
const SOUND_MAKERS = ['ffmpeg', 'sox', 'espeak-ng']

if (parts.includes('api') || parts.includes('browser')) {
  ensureDebian(SOUND_MAKERS, () => SOUND_MAKERS.every((name) => existsSync(`/usr/bin/${name}`)))
  const data = mkdtempSync(join(tmpdir(), 'esvik-test-'))
  let database
  try {
    const prepare = await ensureBuilt({ said })
    const cli = await ensureBundle('esvik', ['cli', 'server', 'core'])
    const backup = await ensureBundle('backup', ['cli', 'server', 'core'])
    database = await openDatabase(data, { said })
    const env = { DATABASE_URL: database.url, ESVIK_CLI: cli, ESVIK_BACKUP: backup }
    if (!run(process.execPath, [prepare], env)) throw new Error('The test database could not be prepared.')
    part('api', () => run(bin('vitest'), ['run', '--project', 'api'], env))
    if (parts.includes('browser')) ensureDebian(['chromium'], () => existsSync('/usr/bin/chromium'))
    part('browser', () => run(bin('playwright'), ['test'], env))
  } finally {
    await database?.stop()
    removeDatabase(data)
    rmSync(data, { recursive: true, force: true })
  }
}

const failed = results.filter((result) => !result.passed)
said(failed.length > 0 ? `\nFailed: ${failed.map((result) => result.name).join(', ')}` : '\nEverything passed.')
said(`parts: ${results.length - failed.length} passed, ${failed.length} failed`)
process.exit(failed.length > 0 ? 1 : 0)
