import { getQuery } from 'h3'
import { idOf } from '../../../http/id'
import { route } from '../../../http/refusal'
import { destroyBinned, setBinned } from '../../../shows/list'

/** Into the bin; with ?forGood=1 out of the bin and gone. */
export default route(async (event) => {
  const id = idOf(event)
  if (getQuery(event).forGood) await destroyBinned(id)
  else await setBinned(id, true)
  return { ok: true }
})
