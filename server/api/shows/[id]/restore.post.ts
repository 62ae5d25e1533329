import { idOf } from '../../../http/id'
import { route } from '../../../http/refusal'
import { setBinned } from '../../../shows/list'

export default route(async (event) => {
  await setBinned(idOf(event), false)
  return { ok: true }
})
