import { getRequestHeader, getResponseHeader, setHeader, type H3Event } from 'h3'
import { promisify } from 'node:util'
import { gzip } from 'node:zlib'

const zipped = promisify(gzip)
/** Shorter answers gain nothing (bytes). */
const FROM = 2000

/** An answer of JSON, text or numbers, packed where it is long and whoever asks can unpack it. */
export async function compressed<T>(event: H3Event, answer: T): Promise<T | Buffer> {
  if (answer instanceof Float64Array) {
    setHeader(event, 'content-type', 'application/octet-stream')
    const bytes = Buffer.from(answer.buffer, answer.byteOffset, answer.byteLength)
    return isWorthIt(event, bytes.length) ? packed(event, bytes) : bytes
  }
  const isJson = typeof answer === 'object' && answer !== null && isPlain(answer)
  if (!isJson && typeof answer !== 'string') return answer
  const text = typeof answer === 'string' ? answer : JSON.stringify(answer)
  if (!isWorthIt(event, text.length)) return answer
  if (!getResponseHeader(event, 'content-type')) setHeader(event, 'content-type', 'application/json')
  return packed(event, text)
}

function isWorthIt(event: H3Event, length: number): boolean {
  setHeader(event, 'vary', 'accept-encoding')
  return length >= FROM && /\bgzip\b/.test(getRequestHeader(event, 'accept-encoding') ?? '')
}
function packed(event: H3Event, answer: string | Buffer): Promise<Buffer> {
  setHeader(event, 'content-encoding', 'gzip')
  return zipped(answer, { level: 6 })
}

const isPlain = (value: object): boolean => Array.isArray(value) || Object.getPrototypeOf(value) === Object.prototype
