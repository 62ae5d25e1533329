import { getRouterParam, setHeader } from 'h3'
import { models } from '../../data/models'
import { Refusal, route } from '../../http/refusal'

/** The bytes of a file, by its SHA-256; they never change. */
export default route(async (event) => {
  const hash = getRouterParam(event, 'hash')!
  if (!/^[0-9a-f]{64}$/.test(hash)) throw new Refusal(404, 'There is no such file')
  const asset = await models().Assets.findByPk(hash, { attributes: ['type', 'bytes'] })
  if (!asset) throw new Refusal(404, 'There is no such file')
  setHeader(event, 'content-type', asset.type)
  setHeader(event, 'cache-control', 'public, max-age=31536000, immutable')
  return asset.bytes
})
