import { getRouterParam } from 'h3'
import { idOf } from '../../../../http/id'
import { jsonBody } from '../../../../http/json-body'
import { route } from '../../../../http/refusal'
import { renameTake, takeName } from '../../../../shows/takes'

const LIMIT = 4096

/** Gives a take another name. */
export default route(async (event) => {
  const { name } = await jsonBody(event, takeName, LIMIT)
  return renameTake(idOf(event), getRouterParam(event, 'take') ?? '', name)
})
