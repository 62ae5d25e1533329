import { getQuery } from 'h3'
import { number, object } from 'yup'
import { idOf } from '../../../http/id'
import { route } from '../../../http/refusal'
import { REFUSED } from '../../../http/refused'
import { historyOf } from '../../../shows/history'

const query = object({ before: number().integer().min(1) })

/** What has been done to a show; `before` gives what came before a revision. */
export default route(async (event) => {
  const id = idOf(event)
  const { before } = await query.validate(getQuery(event)).catch(() => {
    throw REFUSED.noBefore()
  })
  return historyOf(id, before)
})
