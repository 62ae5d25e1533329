import { createHash } from 'node:crypto'
import { readdir, readFile, stat } from 'node:fs/promises'
import { basename, dirname, join } from 'node:path'
import { decode, sniffed, SoundError } from '../core/audio'
import { sourceOf, type Source } from '../core/mix'
import type { Show } from '../core/show'
import { openZip } from '../server/zip/unpack'
import { CliError, FAULTS } from './errors'

/** The bytes of a sound by its SHA-256; undefined where it isn't there. */
type Bytes = (asset: string) => Promise<Uint8Array | undefined>

/** A file that is larger is no sound that Esvik keeps (bytes). */
const MOST = 64 * 1024 * 1024

/** Sounds in a ZIP that Esvik wrote: they are named after their SHA-256. */
async function inZip(file: string): Promise<Bytes> {
  const zip = await openZip(file)
  const names = new Map(zip.names.map((name) => [basename(name).split('.')[0], name]))
  return async (asset) => {
    const name = names.get(asset)
    return name === undefined ? undefined : zip.read(name, MOST)
  }
}

/** Sounds in a folder, whatever they are called. */
async function inFolder(folder: string): Promise<Bytes> {
  const found = new Map<string, string>()
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile()) continue
    const file = join(entry.parentPath ?? entry.path, entry.name)
    if ((await stat(file)).size > MOST) continue
    const bytes = await readFile(file)
    if (sniffed(bytes)) found.set(createHash('sha256').update(bytes).digest('hex'), file)
  }
  return async (asset) => {
    const file = found.get(asset)
    return file === undefined ? undefined : readFile(file)
  }
}

/** Sounds of the Esvik that runs on this machine. */
const inEsvik =
  (url: string): Bytes =>
  async (asset) => {
    const answer = await fetch(`${url}/api/assets/${asset}`).catch(() => undefined)
    return answer?.ok ? new Uint8Array(await answer.arrayBuffer()) : undefined
  }

/** Where the sounds of a show are: where it is said, in the ZIP that it came in, beside it, or in the Esvik that runs. */
async function placesOf(file: string, said: string | undefined): Promise<Bytes[]> {
  const named = said ?? (file.endsWith('.zip') ? file : undefined)
  if (named === undefined) {
    const url = process.env.ESVIK_AT
    return url ? [inEsvik(url)] : file === '-' ? [] : [await inFolder(dirname(file))]
  }
  const kind = await stat(named).catch(() => undefined)
  if (!kind) throw new CliError(FAULTS.noSounds(named))
  return [await (kind.isDirectory() ? inFolder(named) : inZip(named))]
}

/** The sounds of a show, decoded as they are needed. `missing` names those that were asked for and are nowhere. */
export async function soundFiles(show: Show, file: string, said: string | undefined) {
  const places = await placesOf(file, said)
  const nameOf = (asset: string) => show.sounds.find((sound) => sound.asset === asset)?.name ?? asset
  const missing = new Set<string>()
  async function source(asset: string): Promise<Source | undefined> {
    for (const place of places) {
      const bytes = await place(asset)
      if (!bytes) continue
      try {
        return sourceOf(await decode(bytes))
      } catch (error) {
        if (!(error instanceof SoundError)) throw error
        throw new CliError(FAULTS.unmixable(nameOf(asset), error.message))
      }
    }
    missing.add(nameOf(asset))
    return undefined
  }
  return { source, missing }
}

/** The document in a ZIP that Esvik wrote. */
export async function documentIn(file: string): Promise<Buffer> {
  const zip = await openZip(file)
  try {
    const name = zip.names.find((each) => each.endsWith('.esvik.json'))
    if (!name) throw new CliError(FAULTS.noShow(file))
    return await zip.read(name, MOST)
  } finally {
    zip.close()
  }
}
