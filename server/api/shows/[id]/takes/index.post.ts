import { idOf } from '../../../../http/id'
import { jsonBody } from '../../../../http/json-body'
import { MOST } from '../../../../http/most'
import { route } from '../../../../http/refusal'
import { keepTake, takeSchema } from '../../../../shows/takes'

/** Keeps a take of a show. */
export default route(async (event) => keepTake(idOf(event), await jsonBody(event, takeSchema, MOST.take)))
