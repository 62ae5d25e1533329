import { getHeader, getRouterParam, setHeader, setResponseStatus } from 'h3'
import { Readable } from 'node:stream'
import { LENGTH } from '../../../assets/keep'
import { piecesOf } from '../../../assets/pieces'
import { models } from '../../../data/models'
import { isHash } from '../../../http/id'
import { rangeOf } from '../../../http/range'
import { route, Refusal } from '../../../http/refusal'
import { REFUSED } from '../../../http/refused'

/** The bytes of a file, by its SHA-256, whole or a range of them; they never change. */
export default route(async (event) => {
  const hash = getRouterParam(event, 'hash')!
  const { Assets } = models()
  const row = isHash(hash) ? await Assets.findByPk(hash, { attributes: ['type', LENGTH] }) : null
  if (!row) throw REFUSED.noFile()
  const length = Number(row.get('length'))
  setHeader(event, 'content-type', row.type)
  setHeader(event, 'cache-control', 'public, max-age=31536000, immutable')
  setHeader(event, 'accept-ranges', 'bytes')
  setHeader(event, 'etag', `"${hash}"`)
  const range = rangeOf(getHeader(event, 'range'), length)
  if (range === 'beyond') {
    setHeader(event, 'content-range', `bytes */${length}`)
    throw new Refusal(416, `The file has ${length} bytes`)
  }
  const [first, last] = range ?? [0, length - 1]
  if (range) {
    setResponseStatus(event, 206)
    setHeader(event, 'content-range', `bytes ${first}-${last}/${length}`)
  }
  setHeader(event, 'content-length', last - first + 1)
  return Readable.from(piecesOf(hash, first, last), { objectMode: false })
})
