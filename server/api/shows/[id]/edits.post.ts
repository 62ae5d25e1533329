import { LIMITS } from '../../../../core/show'
import { setHeader } from 'h3'
import { bytesOf } from '../../../http/json-body'
import { route } from '../../../http/refusal'
import { idOf } from '../../../http/id'
import { acceptEdit } from '../../../shows/edit'
import { editIn } from '../../../shows/edit-body'
import { showNow } from '../../../shows/list'
import { acceptLongEdit } from '../../../shows/long-edit'

/** A longer edit is taken where it holds nobody up (bytes). */
const LONG = 64 * 1024

export default route(async (event) => {
  const bytes = await bytesOf(event, LIMITS.bytes)
  const show = idOf(event)
  if (bytes.length > LONG) {
    setHeader(event, 'content-type', 'application/json')
    return acceptLongEdit(show, bytes)
  }
  const { base, ...edit } = editIn(bytes)
  await showNow(show)
  return acceptEdit(show, edit, base)
})
