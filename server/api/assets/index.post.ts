import { LIMITS } from '../../../core/show'
import { bytesOf } from '../../http/json-body'
import { route } from '../../http/refusal'
import { inThread } from '../../threads/pool'

/** Keeps a file, the .glb of a place or a sound; gives its SHA-256, and of a sound how long it is and whether it was measured. */
export default route(async (event) => {
  const bytes = await bytesOf(event, LIMITS.file)
  return inThread('keepFile', bytes, bytes.length)
})
