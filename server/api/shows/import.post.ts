import { MOST } from '../../http/most'
import { getHeader } from 'h3'
import { createWriteStream } from 'node:fs'
import { mkdtemp, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform, type TransformCallback } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { Refusal, route } from '../../http/refusal'
import { inThread } from '../../threads/pool'

const tooLarge = () => new Refusal(413, `The ZIP is larger than ${MOST.parcel / 1048576} MiB`)

/** Lets so many bytes through and no more. */
function atMost(limit: number): Transform {
  let seen = 0
  return new Transform({
    transform(chunk: Buffer, _encoding, done: TransformCallback) {
      seen += chunk.length
      done(seen > limit ? tooLarge() : null, chunk)
    },
  })
}

/** A show with its sounds, as a ZIP in the body. */
export default route(async (event) => {
  if (Number(getHeader(event, 'content-length') ?? 0) > MOST.parcel) throw tooLarge()
  const folder = await mkdtemp(join(tmpdir(), 'esvik-import-'))
  try {
    const file = join(folder, 'show.zip')
    await pipeline(event.node.req, atMost(MOST.parcel), createWriteStream(file))
    return await inThread('takeParcel', file, (await stat(file)).size)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
})
