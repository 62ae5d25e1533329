import { array, number, object, string } from 'yup'
import type { Edit, Operation } from '../../core/show'
import { jsonOf } from '../http/json-body'
import { operation } from '../http/operation'

const body = object({
  id: string().uuid('must be a UUID').defined(),
  base: number().integer().min(1).defined(),
  label: string().max(200).defined(),
  patch: array(operation).min(1).max(20_000).defined(),
}).noUnknown()

/** The edit in the body of a request, and the revision that it was made on. @throws Refusal 400 */
export function editIn(bytes: Buffer): Edit & { base: number } {
  const { id, base, label, patch } = jsonOf(bytes, body)
  return { id, base, label, patch: patch as Operation[] }
}
