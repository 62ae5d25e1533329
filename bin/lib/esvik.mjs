// `bin/esvik`: the command line. What works on files alone runs at once; backup and restore need the database.
import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { buildFolder, root } from './folders.mjs'
import { ensureBundle, ensurePackages } from './fresh.mjs'
import { runningOn } from './running.mjs'

const ALL_DATA = ['backup', 'restore']

/** Node 22 and later keep what they have compiled here, and start the next time without compiling it. */
const COMPILED = { NODE_COMPILE_CACHE: join(buildFolder(), 'compiled') }
/** Large arrays that a mix is done with are given back at once (glibc): an hour of it takes two thirds of the memory. */
const GIVEN_BACK = { MALLOC_ARENA_MAX: '1', MALLOC_MMAP_THRESHOLD_: '131072' }

/** Runs a program to its end; Ctrl+C is its own to answer. */
function run(file, args, env = {}) {
  process.on('SIGINT', () => {})
  return new Promise((done) =>
    spawn(process.execPath, [file, ...args], {
      stdio: 'inherit',
      env: { ...GIVEN_BACK, ...process.env, ...COMPILED, ...env },
    }).on('exit', (code, signal) => done(signal ? 130 : code)),
  )
}

/** Takes `--data DIR` out of the arguments. */
function dataOf(args) {
  const at = args.indexOf('--data')
  if (at < 0) return join(root, '.data')
  return resolve(args.splice(at, 2)[1] ?? '')
}

async function withData(args) {
  const { openDatabase, runningDatabase } = await import('./database.mjs')
  const { checkFolder, StartError } = await import('./disk.mjs')
  const { lockData } = await import('./lock.mjs')
  const file = await ensureBundle('backup', ['cli', 'server', 'core'])
  const data = dataOf(args)
  if (process.env.DATABASE_URL) return run(file, args)
  if (args[0] === 'backup' && !existsSync(join(data, 'password'))) {
    process.stderr.write(`esvik: There is no data of Esvik in ${data}; --data DIR says where they are.\n`)
    return 1
  }
  try {
    checkFolder(data)
    const lock = await lockData(data)
    if (!lock && args[0] === 'restore')
      throw new StartError(`Esvik runs on this data (${runningOn(data) ?? 'it is starting'}). Stop it, then restore.`)
    const database = lock ? await openDatabase(data, { said: () => {} }) : runningDatabase(data)
    const code = await run(file, args, { DATABASE_URL: database.url })
    await database.stop()
    lock?.release()
    return code
  } catch (error) {
    if (!(error instanceof StartError)) throw error
    process.stderr.write(`esvik: ${error.message}\n`)
    return 1
  }
}

ensurePackages()
const args = process.argv.slice(2)
const helps = args.includes('--help') || args.includes('-h')
/** Where the Esvik runs that has the sounds of a show. */
const at = args[0] === 'mix' ? runningOn(dataOf(args)) : undefined
const code =
  ALL_DATA.includes(args[0]) && !helps
    ? await withData(args)
    : await run(
        await ensureBundle(ALL_DATA.includes(args[0]) ? 'backup' : 'esvik', ['cli', 'server', 'core']),
        args,
        at === undefined ? {} : { ESVIK_AT: at },
      )
process.exit(code)
