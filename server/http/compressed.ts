import { getRequestHeader, getResponseHeader, setHeader, type H3Event } from 'h3'
import { promisify } from 'node:util'
import { gzip } from 'node:zlib'

const zipped = promisify(gzip)
/** Shorter answers gain nothing (bytes). */
const FROM = 2000

/** An answer of JSON or text, packed where it is long and whoever asks can unpack it. */
export async function compressed<T>(event: H3Event, answer: T): Promise<T | Buffer> {
  const isJson = typeof answer === 'object' && answer !== null && isPlain(answer)
  if (!isJson && typeof answer !== 'string') return answer
  const text = typeof answer === 'string' ? answer : JSON.stringify(answer)
  setHeader(event, 'vary', 'accept-encoding')
  if (text.length < FROM || !/\bgzip\b/.test(getRequestHeader(event, 'accept-encoding') ?? '')) return answer
  if (!getResponseHeader(event, 'content-type')) setHeader(event, 'content-type', 'application/json')
  setHeader(event, 'content-encoding', 'gzip')
  return zipped(text, { level: 6 })
}

const isPlain = (value: object): boolean => Array.isArray(value) || Object.getPrototypeOf(value) === Object.prototype
