import { ZipFile } from 'yazl'
import { Readable } from 'node:stream'

/** A file for a ZIP; its bytes are asked for when its turn comes. */
export interface ZipPart {
  name: string
  bytes: () => Promise<Buffer> | Buffer
  /** Sounds hardly get smaller. */
  compress?: boolean
}

/** A ZIP of parts as a stream: one part at a time is in memory. */
export function zipStream(parts: readonly ZipPart[]): Readable {
  const zip = new ZipFile()
  for (const { name, bytes, compress = true } of parts)
    zip.addReadStreamLazy(name, { compress }, (done) => {
      Promise.resolve()
        .then(bytes)
        .then(
          (content) => done(null, Readable.from([content])),
          (error: Error) => done(error, undefined as never),
        )
    })
  zip.end()
  const out = zip.outputStream as Readable
  zip.on('error', (error: Error) => out.destroy(error))
  return out
}
