import { MOST } from '../http/most'
import { jsonBody } from '../http/json-body'
import { hashesBody } from '../http/id'
import { route } from '../http/refusal'
import { oneOf } from '../data/connection'
import { models } from '../data/models'

/** The loudness envelopes of files by their SHA-256, each as base64 of 32-bit floats, at the head and (if that differs) from one place; those that aren't here are left out. */
export default route(async (event) => {
  const { hashes } = await jsonBody(event, hashesBody, MOST.askedEnvelopes)
  const rows = await models().Assets.findAll({ attributes: ['hash', 'envelope', 'placed'], where: oneOf(hashes) })
  return Object.fromEntries(
    rows.map(({ hash, envelope, placed }) => [
      hash,
      { envelope: envelope.toString('base64'), placed: placed?.toString('base64') },
    ]),
  )
})
