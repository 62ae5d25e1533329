import { idOf, revisionOf } from '../../../../http/id'
import { route } from '../../../../http/refusal'
import { showAt } from '../../../../shows/history'

/** A show as it was at a revision. */
export default route(async (event) => ({ show: await showAt(idOf(event), revisionOf(event)) }))
