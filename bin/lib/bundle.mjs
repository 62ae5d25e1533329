// Bundles what runs outside the browser and the server: the command line and the server's preparation.
import { build } from 'esbuild'
import { fileURLToPath } from 'node:url'

import { buildFolder, root } from './folders.mjs'

/** Builds NAME.mjs from an entry file in the folder of what is built; packages stay packages. */
export async function bundle(entries) {
  await build({
    absWorkingDir: root,
    entryPoints: entries,
    outdir: buildFolder(),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    logLevel: 'warning',
  })
}

export const ENTRIES = {
  esvik: 'cli/main.ts',
  prepare: 'server/prepare.ts',
  backup: 'server/backup/main.ts',
  thread: 'server/threads/thread.ts',
  flights: 'server/shows/flights.process.ts',
  party: 'server/together/party.thread.ts',
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const names = process.argv.slice(2)
  await bundle(
    Object.fromEntries(Object.entries(ENTRIES).filter(([name]) => names.length === 0 || names.includes(name))),
  )
}
