import { getRouterParam } from 'h3'
import { route } from '../../../http/refusal'
import { setBinned } from '../../../shows/list'

export default route(async (event) => {
  await setBinned(getRouterParam(event, 'id')!, false)
  return { ok: true }
})
