/** Deeper than this nothing goes that is sent, and more values than this nothing has. */
export const MOST_JSON = { depth: 64, values: 2_000_000 }
/** The same of the description of a place (glTF). */
export const MOST_GLTF = { depth: 64, values: 4_000_000 }

const QUOTE = 0x22
const BACKSLASH = 0x5c

/**
 * Why bytes are more JSON than anybody means, before they are parsed: how deep lists and objects lie in each other, and how many values there
 * are (counted by the commas and brackets outside of texts; RFC 8259). Undefined if they aren't, or are no JSON.
 */
export function jsonTooMuch(bytes: Uint8Array, most: { depth: number; values: number }): string | undefined {
  let depth = 0
  let values = 0
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]
    if (byte === QUOTE) {
      do {
        i = bytes.indexOf(QUOTE, i + 1)
        if (i < 0) return undefined
      } while (isEscaped(bytes, i))
    } else if (byte === 0x5b || byte === 0x7b) {
      values++
      if (++depth > most.depth) return `lies more than ${most.depth} levels deep`
    } else if (byte === 0x5d || byte === 0x7d) depth--
    else if (byte === 0x2c) values++
    if (values > most.values) return `has more than ${most.values.toLocaleString('en')} values`
  }
  return undefined
}

/** Whether an odd number of backslashes stands before a place. */
function isEscaped(bytes: Uint8Array, at: number): boolean {
  let before = at - 1
  while (bytes[before] === BACKSLASH) before--
  return (at - before) % 2 === 0
}
