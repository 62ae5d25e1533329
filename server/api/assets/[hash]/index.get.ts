import { getHeader, getRouterParam, setHeader, setResponseStatus } from 'h3'
import { col, fn, type ProjectionAlias } from 'sequelize'
import { LENGTH } from '../../../assets/keep'
import { models } from '../../../data/models'
import { isHash } from '../../../http/id'
import { rangeOf } from '../../../http/range'
import { Refusal, route } from '../../../http/refusal'

/** The bytes of a file, by its SHA-256, whole or a range of them; they never change. */
export default route(async (event) => {
  const hash = getRouterParam(event, 'hash')!
  const { Assets } = models()
  const row = isHash(hash) ? await Assets.findByPk(hash, { attributes: ['type', LENGTH] }) : null
  if (!row) throw new Refusal(404, 'There is no such file')
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
  if (!range) return (await Assets.findByPk(hash, { attributes: ['bytes'], rejectOnEmpty: true })).bytes
  const [first, last] = range
  const part: ProjectionAlias = [fn('substring', col('bytes'), first + 1, last - first + 1), 'bytes']
  setResponseStatus(event, 206)
  setHeader(event, 'content-range', `bytes ${first}-${last}/${length}`)
  return (await Assets.findByPk(hash, { attributes: [part], rejectOnEmpty: true })).bytes
})
