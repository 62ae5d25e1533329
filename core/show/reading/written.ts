import { memoFor } from '../../base'
import { fieldsIn } from '../format/fields'

/** How long a document gets when it is written: two spaces for each level, as `writeShow` does it. */

const bytesFor = memoFor<object, number>()

/** The bytes of a value in UTF-8, written as JSON with two spaces for each level; kept for objects, which edits leave as they are. */
export function writtenBytes(value: unknown, depth = 0): number {
  if (typeof value !== 'object' || value === null) return utf8Bytes(JSON.stringify(value) ?? '')
  return bytesFor(value, [depth], () =>
    Array.isArray(value) ? bytesOf(value, depth) : bytesOfFields(fieldsIn(value), depth),
  )
}

/** By how many bytes a value is longer than another when both are written: where they share parts nothing is counted. */
export function writtenMore(value: unknown, before: unknown, depth = 0): number {
  if (value === before) return 0
  if (Array.isArray(value) && Array.isArray(before) && value.length === before.length) {
    let more = 0
    for (let i = 0; i < value.length; i++)
      if (value[i] !== before[i]) more += writtenMore(value[i], before[i], depth + 1)
    return more
  }
  if (isPlainRecord(value) && isPlainRecord(before)) {
    const keys = Object.keys(value)
    if (keys.length === Object.keys(before).length && keys.every((key) => isSaid(value, key) === isSaid(before, key)))
      return keys.reduce((more, key) => more + writtenMore(value[key], before[key], depth + 1), 0)
  }
  return writtenBytes(value, depth) - writtenBytes(before, depth)
}
const isPlainRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const isSaid = (record: Record<string, unknown>, key: string): boolean => record[key] !== undefined

/** Brackets, and for each item a line with its indent and, but for the last, a comma. */
const around = (count: number, depth: number): number =>
  count === 0 ? 2 : 2 + count * (1 + 2 * (depth + 1)) + (count - 1) + 1 + 2 * depth

function bytesOf(list: readonly unknown[], depth: number): number {
  let sum = around(list.length, depth)
  for (const item of list) sum += writtenBytes(item, depth + 1)
  return sum
}

function bytesOfFields(record: Record<string, unknown>, depth: number): number {
  let sum = 0
  let count = 0
  for (const key of Object.keys(record)) {
    if (record[key] === undefined) continue
    count++
    sum += utf8Bytes(JSON.stringify(key)) + 2 + writtenBytes(record[key], depth + 1)
  }
  return sum + around(count, depth)
}

/** The bytes of a well-formed text in UTF-8. */
export function utf8Bytes(text: string): number {
  let bytes = text.length
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    // Each half of a pair counts two of its four.
    if (code > 0x7ff && (code < 0xd800 || code > 0xdfff)) bytes += 2
    else if (code > 0x7f) bytes += 1
  }
  return bytes
}
