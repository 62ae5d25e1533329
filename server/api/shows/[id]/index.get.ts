import { getRouterParam } from 'h3'
import { route } from '../../../http/refusal'
import { missingSounds, showNow } from '../../../shows/list'

export default route(async (event) => {
  const { show, revision } = await showNow(getRouterParam(event, 'id')!)
  return { show, revision, missing: await missingSounds(show) }
})
