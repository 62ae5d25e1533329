import { array, number, object, string } from 'yup'
import type { Operation } from '../../../../core/show'
import { jsonBody } from '../../../http/json-body'
import { operation } from '../../../http/operation'
import { route } from '../../../http/refusal'
import { idOf } from '../../../http/id'
import { acceptEdit } from '../../../shows/edit'
import { showNow } from '../../../shows/list'

const body = object({
  id: string().uuid('must be a UUID').defined(),
  base: number().integer().min(1).defined(),
  label: string().max(200).defined(),
  patch: array(operation).min(1).max(20_000).defined(),
}).noUnknown()
const LIMIT = 8 * 1024 * 1024

export default route(async (event) => {
  const { id, base, label, patch } = await jsonBody(event, body, LIMIT)
  const show = idOf(event)
  await showNow(show)
  return acceptEdit(show, { id, label, patch: patch as Operation[] }, base)
})
