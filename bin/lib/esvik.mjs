import { spawn } from 'node:child_process'
import { ensureBundle, ensurePackages } from './fresh.mjs'

ensurePackages()
const file = await ensureBundle('esvik', ['cli', 'core'])
spawn(process.execPath, [file, ...process.argv.slice(2)], { stdio: 'inherit' }).on('exit', (code, signal) =>
  process.exit(signal ? 1 : code),
)
