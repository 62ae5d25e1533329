import { getQuery } from 'h3'
import { number, object } from 'yup'
import { idOf } from '../../../http/id'
import { route } from '../../../http/refusal'
import { REFUSED } from '../../../http/refused'
import { editsSince } from '../../../shows/edit'

const query = object({ since: number().integer().min(1).required() })

/** The edits after a revision, for a window that has missed some. */
export default route(async (event) => {
  const id = idOf(event)
  const { since } = await query.validate(getQuery(event)).catch(() => {
    throw REFUSED.noSince()
  })
  return editsSince(id, since)
})
