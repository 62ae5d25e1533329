import { MOST } from '../http/most'
import { mixed, object, string, type InferType } from 'yup'
import { readShow, type Show } from '../../core/show'
import { jsonOf } from '../http/json-body'
import { REFUSED } from '../http/refused'
import { furnishedHall } from './furnished-hall'
import { createShow, missingSounds, showNow } from './list'

const body = object({
  /** A new show of this title, a copy of another, or a document to bring in: one of the three. */
  title: string().max(200),
  copyOf: string().uuid('must be the id of a show'),
  document: mixed(),
}).noUnknown()

/** What the body of a request asks for. @throws Refusal 400 */
export const showAsked = (bytes: Buffer): InferType<typeof body> => jsonOf(bytes, body)

/** Makes a show. @throws Refusal, ShowError */
export async function newShow(from: InferType<typeof body>): Promise<{ id: string; missing: string[] }> {
  const show = await wanted(from)
  return { id: await createShow(show), missing: await missingSounds(show) }
}

async function wanted(from: InferType<typeof body>): Promise<Show> {
  if (from.document !== undefined) return readShow(from.document)
  if (from.copyOf) {
    const { show } = await showNow(from.copyOf)
    return { ...show, title: from.title?.trim() || titleOfCopy(show.title) }
  }
  if (!from.title?.trim()) throw REFUSED.noTitle()
  return furnishedHall(from.title.trim())
}

/** As much of a title as leaves room to say that it is a copy. */
function titleOfCopy(title: string): string {
  const copy = ', copy'
  const letters = [...title]
  while (letters.join('').length + copy.length > MOST.title) letters.pop()
  return letters.join('') + copy
}
