import { array, object, string } from 'yup'
import { jsonBody } from '../http/json-body'
import { route } from '../http/refusal'
import { models } from '../data/models'

const body = object({
  hashes: array(
    string()
      .matches(/^[0-9a-f]{64}$/)
      .defined(),
  )
    .max(2000)
    .defined(),
})

/** The loudness envelopes of files by their SHA-256, each as base64 of 32-bit floats; those that aren't here are left out. */
export default route(async (event) => {
  const { hashes } = await jsonBody(event, body, 1024 * 1024)
  const rows = await models().Assets.findAll({ attributes: ['hash', 'envelope'], where: { hash: hashes } })
  return Object.fromEntries(rows.map((row) => [row.hash, row.envelope.toString('base64')]))
})
