import { getHeader, type H3Event } from 'h3'
import { ValidationError, type Schema } from 'yup'
import { checkPlain, ShowError, whyNoJson } from '../../core/show'
import { jsonTooMuch, MOST_JSON } from '../../core/base'
import { Refusal } from './refusal'
import { utf8Of } from './utf8'

const tooLarge = (limit: number) => new Refusal(413, `The request is larger than ${Math.round(limit / 1048576)} MiB`)

/** What is read of a request before more room is made for it (bytes). */
const FIRST_ROOM = 64 * 1024

/** The bytes of a request, of which no more are read than are allowed; they have memory of their own. @throws Refusal 413 */
export async function bytesOf(event: H3Event, limit: number): Promise<Buffer> {
  const claimed = Number(getHeader(event, 'content-length') ?? 0)
  if (claimed > limit) throw tooLarge(limit)
  let bytes = Buffer.allocUnsafeSlow(Math.min(FIRST_ROOM, claimed || FIRST_ROOM))
  let length = 0
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    if (length + chunk.length > limit) throw tooLarge(limit)
    if (length + chunk.length > bytes.length) {
      // Where more was claimed than came nothing was kept free for it.
      const wider = Buffer.allocUnsafeSlow(
        Math.max(length + chunk.length, Math.min(claimed || Infinity, 4 * bytes.length)),
      )
      bytes.copy(wider, 0, 0, length)
      bytes = wider
    }
    chunk.copy(bytes, length)
    length += chunk.length
  }
  return bytes.subarray(0, length)
}

/** The JSON body of a request, checked. @throws Refusal 413 too large, 400 no JSON or not as it should be */
export async function jsonBody<T>(event: H3Event, schema: Schema<T>, limit: number): Promise<T> {
  return jsonOf(await bytesOf(event, limit), schema)
}

/** The bytes of a request as JSON, checked. @throws Refusal 400 */
export function jsonOf<T>(bytes: Buffer, schema: Schema<T>): T {
  const body = parsedJson(bytes, 'The request')
  try {
    return schema.validateSync(body, { strict: true })
  } catch (error) {
    if (error instanceof ValidationError) throw new Refusal(400, `${error.path || 'The request'}: ${error.message}`)
    throw error
  }
}

/** Bytes as JSON in which nothing is endless, reserved or unwritable. @throws Refusal 400 */
export function parsedJson(bytes: Buffer, what: string): unknown {
  const problem = jsonTooMuch(bytes, MOST_JSON)
  if (problem) throw new Refusal(400, `${what} ${problem}`)
  const text = utf8Of(bytes, what)
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
