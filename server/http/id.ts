import { getRouterParam, type H3Event } from 'h3'
import { mixed, object, string } from 'yup'
import { REFUSED } from './refused'

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i
export const isUuid = (text: string): boolean => UUID.test(text)

/** The id of a show in the address of a request. @throws Refusal 404 if it can be none */
export function idOf(event: H3Event): string {
  const id = getRouterParam(event, 'id') ?? ''
  if (!isUuid(id)) throw REFUSED.noShow()
  return id.toLowerCase()
}

/** The revision in the address of a request. @throws Refusal 404 if it can be none */
export function revisionOf(event: H3Event): number {
  const revision = Number(getRouterParam(event, 'revision'))
  if (!Number.isInteger(revision) || revision < 1 || revision > 2 ** 31 - 1) throw REFUSED.noRevision()
  return revision
}

const HASH = /^[0-9a-f]{64}$/
/** Whether a text can be the SHA-256 of a file. */
export const isHash = (text: string): boolean => HASH.test(text)
export const hash = () => string().matches(HASH).defined()
/** The body of what asks about many files. */
export const hashesBody = object({
  // One by one, so many would take long.
  hashes: mixed<string[]>(
    (value): value is string[] => Array.isArray(value) && value.every((one) => typeof one === 'string' && isHash(one)),
  )
    .test('most', 'must have 20,000 at most', (all) => (all?.length ?? 0) <= 20_000)
    .defined(),
})
