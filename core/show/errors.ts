/** What is wrong with a document, in words, and where: a JSON Pointer (RFC 6901) that ends in the wrong field. */
export class ShowError extends Error {
  override name = 'ShowError'
  constructor(
    message: string,
    readonly pointer: string,
  ) {
    super(message)
  }
}

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
