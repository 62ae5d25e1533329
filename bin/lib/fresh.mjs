// Tells whether what was built is older than what it is built from, and installs npm's packages by the lock file.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { join } from 'node:path'

import { buildFolder, root } from './folders.mjs'

/** Runs a command in the project's folder and shows its output; ends the program with a sentence if it fails. */
export function must(what, command, args, options = {}) {
  const { status, stdout, stderr } = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    encoding: 'utf8',
    ...options,
  })
  if (status === 0) return
  process.stderr.write(
    `${stdout ?? ''}${stderr ?? ''}\nEsvik could not ${what}: \`${[command, ...args].join(' ')}\` failed. What it printed is above.\n`,
  )
  process.exit(1)
}

const LOCK = join(root, 'package-lock.json')
const digest = (file) => createHash('sha256').update(readFileSync(file)).digest('hex')

/** Installs npm's packages if the lock file has changed since they were installed. */
export function ensurePackages() {
  const stamp = join(root, 'node_modules', '.esvik-lock')
  const wanted = digest(LOCK)
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  process.stderr.write('Installing npm packages …\n')
  must('install its npm packages', 'npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error', '--no-update-notifier'])
  writeFileSync(stamp, wanted)
}

function* filesBelow(path) {
  if (!existsSync(path)) return
  if (!statSync(path).isDirectory()) return void (yield path)
  for (const name of readdirSync(path)) if (name !== 'node_modules') yield* filesBelow(join(path, name))
}

/** Whether sources (files or folders of the project) differ from what they were when `stamp` was last marked. */
export function changed(name, sources) {
  const hash = createHash('sha256')
  for (const source of sources)
    for (const file of filesBelow(join(root, source)))
      if (!file.endsWith('.test.ts')) hash.update(file.slice(root.length)).update('\0').update(readFileSync(file))
  const now = hash.digest('hex')
  const stamp = join(buildFolder(), `.${name}`)
  return {
    stale: !existsSync(stamp) || readFileSync(stamp, 'utf8') !== now,
    mark() {
      mkdirSync(buildFolder(), { recursive: true })
      writeFileSync(stamp, now)
    },
  }
}

/** Bundles one of the programs that run outside browser and server, if its sources changed. */
export async function ensureBundle(name, sources) {
  const sourcesOf = changed(`bundle-${name}`, [...sources, 'package-lock.json', 'bin/lib/bundle.mjs'])
  const file = join(buildFolder(), `${name}.mjs`)
  if (sourcesOf.stale || !existsSync(file)) {
    const { bundle, ENTRIES } = await import('./bundle.mjs')
    await bundle({ [name]: ENTRIES[name] })
    sourcesOf.mark()
  }
  return file
}
