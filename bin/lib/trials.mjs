// `npm run trials [name …]`: hard use, with counts and time limits, on databases of its own.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt } from './built.mjs'
import { ensureDebian } from './debian.mjs'
import { buildApart, buildFolder, root } from './folders.mjs'
import { ensureBundle, ensurePackages } from './fresh.mjs'

buildApart('test')
ensurePackages()
// It needs what has just been installed.
const { bundle } = await import('./bundle.mjs')
await ensureBuilt({ said: (text) => process.stdout.write(`${text}\n`) })
await ensureBundle('backup', ['cli', 'server', 'core'])
ensureDebian(['chromium', 'ffmpeg'], () => ['chromium', 'ffmpeg'].every((name) => existsSync(`/usr/bin/${name}`)))
await bundle({ trials: 'tests/trials/run.ts' })
const { status } = spawnSync(process.execPath, [join(buildFolder(), 'trials.mjs'), ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
})
process.exit(status ?? 1)
