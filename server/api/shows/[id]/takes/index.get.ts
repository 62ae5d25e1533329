import { idOf } from '../../../../http/id'
import { route } from '../../../../http/refusal'
import { takesOf } from '../../../../shows/takes'

/** The takes that were kept of a show. */
export default route(async (event) => ({ takes: await takesOf(idOf(event)) }))
