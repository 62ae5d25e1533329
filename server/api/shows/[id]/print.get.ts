import { idOf } from '../../../http/id'
import { route } from '../../../http/refusal'
import { printNow } from '../../../shows/print'

/** A show in miniature: its place, its score, how long it is. */
export default route(async (event) => printNow(idOf(event)))
