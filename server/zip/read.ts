import { fromBuffer, open, type Entry, type ZipFile } from 'yauzl'
import { buffer } from 'node:stream/consumers'
import { promisify } from 'node:util'
import { Refusal } from '../http/refusal'

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
    throw new Refusal(422, `The file is no ZIP that can be read: ${(error as Error).message}`)
  }
  const entries = new Map<string, Entry>()
  await new Promise<void>((done, fail) => {
    zip.on('entry', (entry: Entry) => {
      if (!entry.fileName.endsWith('/')) entries.set(entry.fileName, entry)
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
      try {
        return await buffer((await openEntry(entry))!)
      } catch (error) {
        throw new Refusal(422, `"${name}" in the ZIP is damaged: ${(error as Error).message}`)
      }
    },
    close: () => zip.close(),
  }
}
