import { Refusal } from './refusal'

const decoder = new TextDecoder('utf-8', { fatal: true })

/** Bytes as text. @throws Refusal 400 that says which text is no UTF-8 */
export function utf8Of(bytes: Uint8Array, what: string): string {
  try {
    return decoder.decode(bytes)
  } catch {
    throw new Refusal(400, `${what} is not valid UTF-8`)
  }
}
