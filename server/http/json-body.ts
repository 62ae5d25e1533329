import { getHeader, type H3Event } from 'h3'
import { ValidationError, type Schema } from 'yup'
import { checkPlain, ShowError, whyNoJson } from '../../core/show'
import { Refusal } from './refusal'
import { utf8Of } from './utf8'

const tooLarge = (limit: number) => new Refusal(413, `The request is larger than ${Math.round(limit / 1048576)} MiB`)

/** The bytes of a request, of which no more are read than are allowed. @throws Refusal 413 */
export async function bytesOf(event: H3Event, limit: number): Promise<Buffer> {
  if (Number(getHeader(event, 'content-length') ?? 0) > limit) throw tooLarge(limit)
  const chunks: Buffer[] = []
  let length = 0
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    length += chunk.length
    if (length > limit) throw tooLarge(limit)
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}

/** The JSON body of a request, checked. @throws Refusal 413 too large, 400 no JSON or not as it should be */
export async function jsonBody<T>(event: H3Event, schema: Schema<T>, limit: number): Promise<T> {
  const body = parsedJson(utf8Of(await bytesOf(event, limit), 'The request'), 'The request')
  try {
    return schema.validateSync(body, { strict: true })
  } catch (error) {
    if (error instanceof ValidationError) throw new Refusal(400, `${error.path || 'The request'}: ${error.message}`)
    throw error
  }
}

/** A text as JSON in which nothing is endless, reserved or unwritable. @throws Refusal 400 */
export function parsedJson(text: string, what: string): unknown {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new Refusal(400, `${what} is not JSON: ${whyNoJson(text)}`)
  }
  try {
    checkPlain(value)
  } catch (error) {
    if (error instanceof ShowError) throw new Refusal(400, error.message, { pointer: error.pointer })
    throw error
  }
  return value
}
