import { LIMITS } from '../../../core/show'
import { bytesOf } from '../../http/json-body'
import { route } from '../../http/refusal'
import { inThread } from '../../threads/pool'

/** A new show: by its title, as a copy of another, or of a document. */
export default route(async (event) => {
  const bytes = await bytesOf(event, LIMITS.bytes + 1024)
  return inThread('makeShow', bytes, bytes.length)
})
