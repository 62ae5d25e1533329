import { getRouterParam } from 'h3'
import { idOf } from '../../../../http/id'
import { route } from '../../../../http/refusal'
import { forgetTake } from '../../../../shows/takes'

/** Forgets a take. */
export default route(async (event) => {
  await forgetTake(idOf(event), getRouterParam(event, 'take') ?? '')
  return { ok: true }
})
