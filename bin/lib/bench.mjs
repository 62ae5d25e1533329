// `npm run bench`: the engine's bars here, then save, page and dial in a browser on a database of its own.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt } from './built.mjs'
import { openDatabase, removeDatabase } from './database.mjs'
import { ensureDebian } from './debian.mjs'
import { buildApart, buildFolder, root } from './folders.mjs'
import { ensurePackages } from './fresh.mjs'

buildApart('test')
ensurePackages()
// It needs what has just been installed.
const { bundle } = await import('./bundle.mjs')
/** Each in a process of its own, as each has a worker of its own in the page: what one does slows no other down. */
const OF_CORE = ['runs', 'big', 'study', 'dial', 'section', 'sound', 'walking']
const built = (name) => join(buildFolder(), `bench-${name}.mjs`)
await bundle(Object.fromEntries([...OF_CORE, 'page'].map((name) => [`bench-${name}`, `tests/bench/${name}.ts`])))
if (!process.argv.includes('--page')) {
  process.stdout.write(`Node ${process.version}; each figure is a median\n\n`)
  for (const name of OF_CORE) spawnSync(process.execPath, [built(name)], { stdio: 'inherit' })
}
ensureDebian(['chromium'], () => existsSync('/usr/bin/chromium'))
const data = mkdtempSync(join(tmpdir(), 'esvik-bench-'))
const prepare = await ensureBuilt()
const database = await openDatabase(data, { said: () => {} })
const env = { ...process.env, DATABASE_URL: database.url }
spawnSync(process.execPath, [prepare], { cwd: root, env, stdio: 'ignore' })
spawnSync(process.execPath, [built('page')], { cwd: root, env, stdio: 'inherit' })
await database.stop()
removeDatabase(data)
rmSync(data, { recursive: true, force: true })
