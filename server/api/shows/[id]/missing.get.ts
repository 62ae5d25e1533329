import { idOf } from '../../../http/id'
import { route } from '../../../http/refusal'
import { missingSounds, showNow } from '../../../shows/list'

/** The names of the show's sounds that are silent, because their file is not here. */
export default route(async (event) => missingSounds((await showNow(idOf(event))).show))
