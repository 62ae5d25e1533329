import { object } from 'yup'
import { hash } from '../../http/id'
import { jsonBody } from '../../http/json-body'
import { route } from '../../http/refusal'
import { replaceFile } from '../../shows/replace-file'

const body = object({ from: hash(), to: hash() })

/** Puts one sound file in the place of another in every show; gives the titles of those that had it. */
export default route(async (event) => {
  const { from, to } = await jsonBody(event, body, 1024)
  return { shows: await replaceFile(from, to) }
})
