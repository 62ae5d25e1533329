// Builds the application when its sources changed.
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { buildFolder, root } from './folders.mjs'
import { changed, ensureBundle, must } from './fresh.mjs'

export const serverFile = () => join(buildFolder(), 'output/server/index.mjs')

/** Builds what a start needs; gives the program that prepares the database. */
export async function ensureBuilt({ dev = false, said = () => {} } = {}) {
  const app = changed('app', ['app', 'core', 'server', 'nuxt.config.ts', 'package-lock.json', 'tsconfig.json'])
  if (!dev && (app.stale || !existsSync(serverFile()))) {
    said('Building the application (about a minute) …')
    const quiet = { ...process.env, NUXT_TELEMETRY_DISABLED: '1', CI: '1' }
    // What the compiler is told of the project lies in the usual place, wherever is built to.
    if (!existsSync(join(root, '.nuxt/tsconfig.app.json')))
      must('prepare the build', join(root, 'node_modules/.bin/nuxt'), ['prepare'], { env: quiet })
    must('build the application', join(root, 'node_modules/.bin/nuxt'), ['build'], {
      env: { ...quiet, ESVIK_BUILD_INTO: buildFolder() },
    })
    app.mark()
  }
  await ensureBundle('thread', ['server', 'core'])
  await ensureBundle('flights', ['server/shows', 'core'])
  await ensureBundle('party', ['server/together', 'core'])
  return ensureBundle('prepare', ['server', 'core', 'demo'])
}
