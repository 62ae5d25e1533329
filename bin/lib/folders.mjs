// Where the project lies, and what is built of it.
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '')

/** Where what is built lies. Tests and benchmarks have a place of their own, so that they don't disturb what runs. */
export const buildFolder = () => process.env.ESVIK_BUILD ?? join(root, '.build')
/** From here on what is built lies in a place of its own. */
export const buildApart = (name) => (process.env.ESVIK_BUILD = join(root, '.build', name))
