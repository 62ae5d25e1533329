/** What is wrong with a document, in words, and where: a JSON Pointer (RFC 6901) that ends in the wrong field. */
export class ShowError extends Error {
  override name = 'ShowError'
  readonly pointer: string
  constructor(message: string, pointer: string) {
    super(short(message, MOST_SAID))
    this.pointer = short(pointer)
  }
}

/** What somebody sent is told back to them no longer than this (characters), and a whole sentence with it no longer than that. */
const MOST_ECHOED = 200
const MOST_SAID = 400

/** A text that may be long, to be told back. */
export const short = (text: string, most = MOST_ECHOED): string =>
  text.length > most ? `${wellFormed(text.slice(0, most - 1))}…` : text

/** A text without half of a pair of surrogates at its ends or within: those can't be written in UTF-8. */
const wellFormed = (text: string): string => text.replace(/\p{Cs}/gu, '\ufffd')

/** A JSON Pointer from keys. */
export function pointerOf(keys: readonly (string | number)[]): string {
  return keys.map((key) => '/' + String(key).replaceAll('~', '~0').replaceAll('/', '~1')).join('')
}

/** The keys of a JSON Pointer. */
export function keysOf(pointer: string): string[] {
  if (pointer === '') return []
  return pointer
    .slice(1)
    .split('/')
    .map((key) => key.replaceAll('~1', '/').replaceAll('~0', '~'))
}
