// `npm run bench`: the engine's bars here, then save, page and dial in a browser on a database of its own.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt } from './built.mjs'
import { openDatabase, removeDatabase } from './database.mjs'
import { ensureDebian } from './debian.mjs'
import { bundle } from './bundle.mjs'
import { ensurePackages, root } from './fresh.mjs'

ensurePackages()
await bundle({ bench: 'tests/bench/main.ts', 'bench-page': 'tests/bench/page.ts' })
if (!process.argv.includes('--page'))
  spawnSync(process.execPath, [join(root, '.build/bench.mjs')], { stdio: 'inherit' })
ensureDebian(['chromium'], () => existsSync('/usr/bin/chromium'))
const data = mkdtempSync(join(tmpdir(), 'esvik-bench-'))
const prepare = await ensureBuilt()
const database = await openDatabase(data, { said: () => {} })
const env = { ...process.env, DATABASE_URL: database.url }
spawnSync(process.execPath, [prepare], { cwd: root, env, stdio: 'ignore' })
spawnSync(process.execPath, [join(root, '.build/bench-page.mjs')], { cwd: root, env, stdio: 'inherit' })
await database.stop()
removeDatabase(data)
rmSync(data, { recursive: true, force: true })
