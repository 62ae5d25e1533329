import { object, string } from 'yup'
import { idOf, revisionOf } from '../../../../http/id'
import { jsonBody } from '../../../../http/json-body'
import { route } from '../../../../http/refusal'
import { nameVersion } from '../../../../shows/history'

const body = object({ name: string().max(200).defined() }).noUnknown()
const LIMIT = 4096

/** Names a version of a show; an empty name takes it away. */
export default route(async (event) => {
  const { name } = await jsonBody(event, body, LIMIT)
  await nameVersion(idOf(event), revisionOf(event), name.trim())
  return { name: name.trim() }
})
