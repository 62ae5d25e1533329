import { idOf } from '../../../http/id'
import { route } from '../../../http/refusal'
import { missingSounds, showNow } from '../../../shows/list'

export default route(async (event) => {
  const { show, revision } = await showNow(idOf(event))
  return { show, revision, missing: await missingSounds(show) }
})
