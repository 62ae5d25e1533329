import { getHeader, readRawBody, type H3Event } from 'h3'
import { ValidationError, type Schema } from 'yup'
import { Refusal } from './refusal'

/** The JSON body of a request, checked. @throws Refusal 413 too large, 400 no JSON or not as it should be */
export async function jsonBody<T>(event: H3Event, schema: Schema<T>, limit: number): Promise<T> {
  const length = Number(getHeader(event, 'content-length') ?? 0)
  if (length > limit) throw new Refusal(413, `The request is larger than ${Math.round(limit / 1048576)} MiB`)
  const text = (await readRawBody(event, 'utf8')) ?? ''
  if (text.length > limit) throw new Refusal(413, `The request is larger than ${Math.round(limit / 1048576)} MiB`)
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    throw new Refusal(400, 'The request is not JSON')
  }
  try {
    return schema.validateSync(body, { strict: true })
  } catch (error) {
    if (error instanceof ValidationError) throw new Refusal(400, `${error.path || 'The request'}: ${error.message}`)
    throw error
  }
}
