import { parse, printParseErrorCode, type ParseError } from 'jsonc-parser'
import { checkShow } from './check'
import { complete } from '../format/complete'
import { ShowError } from '../format/errors'
import { isRecord, LIMITS } from '../format/fields'
import { checkPlain } from './plain'
import { showTable } from '../format/table'
import type { Show } from '../format/types'
import { validate } from './validate'
import { utf8Bytes } from './written'

/**
 * The complete show of a document as somebody wrote it.
 * @throws ShowError that names what is wrong and where
 */
export function readShow(file: unknown): Show {
  if (!isRecord(file)) throw new ShowError('The document must be a JSON object', '')
  if (file.format !== 'esvik-show')
    throw new ShowError('/format must be "esvik-show": this is not a show document', '/format')
  if (typeof file.version === 'number' && file.version > 1)
    throw new ShowError(
      `/version is ${file.version}: this show was written by a newer Esvik; this one reads version 1`,
      '/version',
    )
  checkPlain(file)
  validate(showTable, file)
  const show = complete(showTable, file) as Show
  checkShow(show)
  return show
}

/**
 * The complete show of a document's text.
 * @throws ShowError also where the text is no JSON or too long
 */
export function parseShow(text: string): Show {
  if (utf8Bytes(text) > LIMITS.bytes) throw new ShowError('The document is larger than 8 MiB', '')
  let file: unknown
  try {
    file = JSON.parse(text)
  } catch {
    throw new ShowError(`The document is not JSON: ${whyNoJson(text)}`, '')
  }
  return readShow(file)
}

/** Where a text stops being JSON, and why: line, column and a word. */
export function whyNoJson(text: string): string {
  if (text.trim() === '') return 'it is empty'
  const errors: ParseError[] = []
  parse(text, errors, { disallowComments: true })
  const [first] = errors
  if (!first) return 'it can’t be read'
  const before = text.slice(0, first.offset)
  const line = before.split('\n').length
  const column = first.offset - (before.lastIndexOf('\n') + 1) + 1
  const word = printParseErrorCode(first.error)
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
  return `${word} at line ${line}, column ${column}`
}
