import { MOST } from '../http/most'
import { crc32 } from 'node:zlib'
import { fromBuffer, open, type Entry, type ZipFile } from 'yauzl'
import { buffer } from 'node:stream/consumers'
import { promisify } from 'node:util'
import { short } from '../../core/show'
import { Refusal } from '../http/refusal'
import { messageOf } from '../../core/base'

/** A ZIP file whose entries are read one at a time, each by its name. */
export interface OpenZip {
  names: readonly string[]
  /** @throws Refusal 422 that names the file, if it is larger than `most` bytes or damaged */
  read(name: string, most: number): Promise<Buffer>
  close(): void
}

const megabytes = (bytes: number): string => `${Math.round(bytes / 1048576)} MiB`

/** Opens a ZIP file by its path, or one that lies in memory. @throws Refusal 422 if it is none */
export async function openZip(source: string | Buffer): Promise<OpenZip> {
  const options = { lazyEntries: true, autoClose: false, validateEntrySizes: true } as const
  let zip: ZipFile
  try {
    zip =
      typeof source === 'string'
        ? await promisify<string, typeof options, ZipFile>(open)(source, options)
        : await promisify<Buffer, typeof options, ZipFile>(fromBuffer)(source, options)
  } catch (error) {
    throw new Refusal(422, `The file is no ZIP that can be read: ${messageOf(error)}`)
  }
  const entries = new Map<string, Entry>()
  await new Promise<void>((done, fail) => {
    zip.on('entry', (entry: Entry) => {
      const name = entry.fileName
      if (entries.has(name)) return fail(new Refusal(422, `The ZIP has "${short(name)}" twice`))
      if (entries.size >= MOST.zipFiles)
        return fail(new Refusal(422, `The ZIP holds more than ${MOST.zipFiles.toLocaleString('en')} files`))
      if (!name.endsWith('/')) entries.set(name, entry)
      zip.readEntry()
    })
    zip.on('end', done)
    zip.on('error', (error: Error) => fail(new Refusal(422, `The ZIP is damaged: ${error.message}`)))
    zip.readEntry()
  }).catch((error) => {
    zip.close()
    throw error
  })
  const openEntry = promisify(
    zip.openReadStream.bind(zip) as (entry: Entry, done: (e: Error | null, s?: NodeJS.ReadableStream) => void) => void,
  )
  return {
    names: [...entries.keys()],
    async read(name, most) {
      const entry = entries.get(name)
      if (!entry) throw new Refusal(422, `The ZIP has no "${name}"`)
      if (entry.uncompressedSize > most)
        throw new Refusal(422, `"${name}" in the ZIP is larger than ${megabytes(most)}`)
      const bytes = await openEntry(entry)
        .then((stream) => buffer(stream!))
        .catch((error: Error) => {
          throw new Refusal(422, `"${name}" in the ZIP is damaged: ${error.message}`)
        })
      if (crc32(bytes) !== entry.crc32)
        throw new Refusal(422, `"${name}" in the ZIP is damaged: it is not what it was when it was packed`)
      return bytes
    },
    close: () => zip.close(),
  }
}
