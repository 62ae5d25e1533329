import { mixed, object, string } from 'yup'
import { LIMITS, readShow, ShowError, type Show } from '../../../core/show'
import { jsonBody } from '../../http/json-body'
import { Refusal, route } from '../../http/refusal'
import { createShow, missingSounds, showNow } from '../../shows/list'
import { furnishedHall } from '../../shows/furnished-hall'

const body = object({
  /** A new show of this title, a copy of another, or a document to bring in: one of the three. */
  title: string().max(200),
  copyOf: string().uuid('must be the id of a show'),
  document: mixed(),
}).noUnknown()

const MOST_TITLE = 200
/** As much of a title as leaves room to say that it is a copy. */
function titleOfCopy(title: string): string {
  const copy = ', copy'
  const letters = [...title]
  while (letters.join('').length + copy.length > MOST_TITLE) letters.pop()
  return letters.join('') + copy
}

async function wanted(from: { title?: string; copyOf?: string; document?: unknown }): Promise<Show> {
  if (from.document !== undefined) return readShow(from.document)
  if (from.copyOf) {
    const { show } = await showNow(from.copyOf)
    return { ...show, title: from.title?.trim() || titleOfCopy(show.title) }
  }
  if (!from.title?.trim()) throw new Refusal(400, 'title: must not be empty')
  return furnishedHall(from.title.trim())
}

export default route(async (event) => {
  const from = await jsonBody(event, body, LIMITS.bytes + 1024)
  try {
    const show = await wanted(from)
    return { id: await createShow(show), missing: await missingSounds(show) }
  } catch (error) {
    if (error instanceof ShowError) throw new Refusal(422, error.message, { pointer: error.pointer })
    throw error
  }
})
